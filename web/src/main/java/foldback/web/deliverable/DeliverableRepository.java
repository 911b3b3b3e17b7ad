package foldback.web.deliverable;

import jakarta.persistence.LockModeType;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;
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

    /** What a deliverable was made of: project, take and the number of the revision, by their names. */
    interface Origin {
        Long getId();

        String getProject();

        String getTake();

        int getRevision();
    }

    /** All of them. */
    String ORIGINS = "select d.id as id, p.name as project, t.name as take, r.number as revision from deliverable d"
            + " join take t on t.id = d.take_id join project p on p.id = t.project_id"
            + " join revision r on r.id = d.revision_id";

    @Query(value = ORIGINS, nativeQuery = true)
    List<Origin> origins();

    @Query(value = ORIGINS + " where d.id = :id", nativeQuery = true)
    Origin origin(Long id);

    void deleteById(Long id);

    void flush();
}
