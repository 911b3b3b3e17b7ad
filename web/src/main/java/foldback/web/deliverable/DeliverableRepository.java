package foldback.web.deliverable;

import jakarta.persistence.LockModeType;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.repository.Repository;

interface DeliverableRepository extends Repository<Deliverable, Long> {
    Deliverable save(Deliverable deliverable);

    Optional<Deliverable> findById(Long id);

    List<Deliverable> findAllByOrderByIdDesc();

    List<Deliverable> findByStateInOrderByPosition(Collection<Deliverable.State> states);

    /** What a ticket works on already. */
    Optional<Deliverable> findFirstByStateAndTicket(Deliverable.State state, Long ticket);

    /** The next in the queue, held against other tickets until the transaction ends. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    Optional<Deliverable> findFirstByStateOrderByPosition(Deliverable.State state);

    boolean existsByClaim(String name);

    List<Deliverable> findByState(Deliverable.State state);

    void deleteById(Long id);

    void flush();
}
