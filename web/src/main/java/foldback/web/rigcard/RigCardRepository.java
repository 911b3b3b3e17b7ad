package foldback.web.rigcard;

import java.util.List;
import java.util.Optional;
import org.springframework.data.repository.Repository;

interface RigCardRepository extends Repository<RigCardEntry, Long> {
    RigCardEntry save(RigCardEntry entry);

    List<RigCardEntry> findAllByOrderByName();

    Optional<RigCardEntry> findById(Long id);

    boolean existsByName(String name);

    void delete(RigCardEntry entry);
}
