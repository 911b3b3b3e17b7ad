package foldback.web.project;

import jakarta.persistence.LockModeType;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

/** The projects of this installation. */
public interface ProjectRepository extends Repository<Project, Long> {
    Project save(Project project);

    List<Project> findByDeletedAtIsNullOrderByCreatedAtDesc();

    /** Deleted or not. */
    Optional<Project> findById(Long id);

    Optional<Project> findByIdAndDeletedAtIsNull(Long id);

    List<Project> findByDeletedAtIsNotNull();

    List<Project> findByDeletedAtBefore(Instant time);

    List<Project> findByName(String name);

    /** The project, held against other changes until the transaction ends. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select p from Project p where p.id = :id")
    Optional<Project> lock(Long id);
}
