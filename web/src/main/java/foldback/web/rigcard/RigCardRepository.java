package foldback.web.rigcard;

import java.util.List;
import org.springframework.data.repository.Repository;

interface RigCardRepository extends Repository<RigCardEntry, Long> {
    RigCardEntry save(RigCardEntry entry);

    List<RigCardEntry> findAllByOrderByName();

    boolean existsByName(String name);
}
