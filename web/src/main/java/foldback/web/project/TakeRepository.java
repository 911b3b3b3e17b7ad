package foldback.web.project;

import jakarta.persistence.LockModeType;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

/** The takes of all projects. */
public interface TakeRepository extends Repository<TakeRow, Long> {
    TakeRow save(TakeRow take);

    /** Deleted or not. */
    Optional<TakeRow> findById(Long id);

    Optional<TakeRow> findByIdAndDeletedAtIsNull(Long id);

    /** Those that were deleted, too. */
    List<TakeRow> findByProjectIdOrderByPosition(Long projectId);

    List<TakeRow> findByProjectIdAndDeletedAtIsNullOrderByPosition(Long projectId);

    List<TakeRow> findByDeletedAtIsNotNull();

    List<TakeRow> findByDeletedAtBefore(Instant time);

    /** The take, held against other changes until the transaction ends. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select t from TakeRow t where t.id = :id")
    Optional<TakeRow> lock(Long id);
}
