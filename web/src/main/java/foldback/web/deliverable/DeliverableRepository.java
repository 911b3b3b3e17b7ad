package foldback.web.deliverable;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.repository.Repository;

interface DeliverableRepository extends Repository<Deliverable, Long> {
    Deliverable save(Deliverable deliverable);

    Optional<Deliverable> findById(Long id);

    List<Deliverable> findAllByOrderByIdDesc();

    boolean existsByNameAndStateIn(String name, Collection<Deliverable.State> states);
}
