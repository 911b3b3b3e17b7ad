package foldback.web.project;

import java.util.List;
import org.springframework.data.repository.Repository;

/** The projects of this installation. */
public interface ProjectRepository extends Repository<Project, Long> {
    Project save(Project project);

    List<Project> findAllByOrderByCreatedAtDesc();

    java.util.Optional<Project> findById(Long id);

    List<Project> findByName(String name);
}
