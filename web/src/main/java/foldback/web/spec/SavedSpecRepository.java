package foldback.web.spec;

import java.util.List;
import java.util.Optional;
import org.springframework.data.repository.Repository;

interface SavedSpecRepository extends Repository<SavedSpec, Long> {
    SavedSpec save(SavedSpec spec);

    List<SavedSpec> findAllByOrderByName();

    Optional<SavedSpec> findById(Long id);

    Optional<SavedSpec> findByName(String name);

    long count();

    void delete(SavedSpec spec);
}
