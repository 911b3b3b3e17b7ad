package foldback.web.gather;

import java.util.List;
import java.util.Optional;
import org.springframework.data.repository.Repository;

/** The clips of all projects. */
interface ClipRepository extends Repository<Clip, Long> {
    Clip save(Clip clip);

    void delete(Clip clip);

    Optional<Clip> findById(Long id);

    List<Clip> findByProjectIdOrderByGroupNumberAscGroupPositionAsc(Long projectId);

    List<Clip> findByState(Clip.State state);

    Optional<Clip> findByProjectIdAndFile(Long projectId, String file);
}
