package foldback.web.recipe;

import java.time.Instant;
import java.util.List;
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

    /** A revision as lists show it, without its recipe. */
    interface Listed {
        int getNumber();

        String getLabel();

        String getName();

        Instant getCreatedAt();

        String getAuthor();

        /** The number of the revision that it was made from; null for the first. */
        Integer getParent();

        /** Whether the take never was so. */
        boolean getAside();
    }

    @Query(
            value =
                    "select r.number as number, r.label as label, r.name as name, r.created_at as createdAt, u.name as author,"
                            + " p.number as parent, r.aside as aside from revision r join app_user u on u.id = r.author_id"
                            + " left join revision p on p.id = r.parent_id where r.take_id = :takeId order by r.number desc",
            nativeQuery = true)
    List<Listed> history(Long takeId);

    @Query(value = "select id from app_user order by id limit 1", nativeQuery = true)
    Long builtInAuthor();
}
