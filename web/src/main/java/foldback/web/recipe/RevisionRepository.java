package foldback.web.recipe;

import java.util.Optional;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

interface RevisionRepository extends Repository<Revision, Long> {
    Revision save(Revision revision);

    Optional<Revision> findById(Long id);

    Optional<Revision> findByTakeIdAndNumber(Long takeId, int number);

    Optional<Revision> findFirstByTakeIdOrderByNumberDesc(Long takeId);

    /** What redo goes to: the newest change made from a revision. */
    Optional<Revision> findFirstByParentIdAndAsideFalseOrderByNumberDesc(Long parentId);

    @Query(value = "select id from app_user order by id limit 1", nativeQuery = true)
    Long builtInAuthor();
}
