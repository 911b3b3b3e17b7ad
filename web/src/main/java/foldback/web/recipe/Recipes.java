package foldback.web.recipe;

import foldback.core.recipe.Recipe;
import foldback.engine.recipe.RecipeJson;
import foldback.engine.stage.StageResult;
import foldback.web.page.NotFoundException;
import foldback.web.project.TakeRepository;
import foldback.web.project.TakeRow;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The revisions of takes: changed by small patches, undone and redone by moving the head. */
@Service
public class Recipes {
    private static final int MAX_LABEL = 160;
    private static final int MAX_NAME = 120;
    /** So far back is looked for what was before. */
    private static final int MOST_STEPS = 200;

    private final TakeRepository takes;
    private final RevisionRepository revisions;
    private final Clock clock;

    Recipes(TakeRepository takes, RevisionRepository revisions, Clock clock) {
        this.takes = takes;
        this.revisions = revisions;
        this.clock = clock;
    }

    /** Where a take's head is. */
    public record Head(Revision revision, Optional<String> undo, Optional<String> redo) {}

    @Transactional(readOnly = true)
    public Head head(Long takeId) {
        TakeRow take = takes.findById(takeId).orElseThrow(() -> new NotFoundException("take " + takeId));
        return headOf(take);
    }

    @Transactional(readOnly = true)
    public Revision revision(Long takeId, int number) {
        return revisions
                .findByTakeIdAndNumber(takeId, number)
                .orElseThrow(() -> new NotFoundException("revision " + number));
    }

    /**
     * A revision as lists show it.
     *
     * @param label what was changed
     * @param name by which somebody wants to find it again; null for none
     * @param parent the number of the revision that it was made from; null for the first
     * @param aside whether the take never was so: something was made of it by the way
     * @param head whether it is what the take is now
     */
    public record Past(
            int number,
            String label,
            String name,
            Instant createdAt,
            String author,
            Integer parent,
            boolean aside,
            boolean head) {}

    /** All revisions of a take, those on branches that were undone as well, the newest first. */
    @Transactional(readOnly = true)
    public List<Past> history(Long takeId) {
        int head = head(takeId).revision().number();
        return revisions.history(takeId).stream()
                .map(one -> new Past(
                        one.getNumber(),
                        one.getLabel(),
                        one.getName(),
                        one.getCreatedAt(),
                        one.getAuthor(),
                        one.getParent(),
                        one.getAside(),
                        one.getNumber() == head))
                .toList();
    }

    /**
     * Gives a revision a name.
     *
     * @param name empty to take its name away
     */
    @Transactional
    public void rename(Long takeId, int number, String name) {
        String kept = name == null ? "" : name.strip();
        if (kept.length() > MAX_NAME) {
            throw new IllegalArgumentException("A revision's name has at most " + MAX_NAME + " letters.");
        }
        revision(takeId, number).rename(kept.isEmpty() ? null : kept);
    }

    @Transactional(readOnly = true)
    public Revision byId(Long id) {
        return revisions.findById(id).orElseThrow(() -> new NotFoundException("revision"));
    }

    /** The first revision of a new take. */
    @Transactional
    public void start(Long takeId, Recipe recipe, String label) {
        TakeRow take = takes.lock(takeId).orElseThrow(() -> new NotFoundException("take " + takeId));
        append(take, null, 1, RecipeJson.write(recipe), label);
    }

    /**
     * Records a change; what changes nothing makes no revision.
     *
     * @param base number of the revision that the change was made on
     * @throws StaleRevisionException where the head is another one; nothing is recorded
     */
    @Transactional
    public Head change(Long takeId, int base, Recipe recipe, String label) {
        TakeRow take = takes.lock(takeId).orElseThrow(() -> new NotFoundException("take " + takeId));
        Revision head = expect(take, base, label);
        String changed = RecipeJson.write(recipe);
        if (!changed.equals(RecipeJson.write(head.read()))) {
            append(take, head.id(), last(takeId) + 1, changed, label);
        }
        return headOf(take);
    }

    /**
     * Records what a long computation found out, on the take as it is by now.
     *
     * @param base number of the revision that it was made on
     * @return what was done meanwhile where it could not be recorded, since what it was made from was changed by that
     */
    @Transactional
    public Optional<String> finish(Long takeId, int base, StageResult result) {
        TakeRow take = takes.lock(takeId).orElseThrow(() -> new NotFoundException("take " + takeId));
        Revision head = revisions.findById(take.headRevisionId()).orElseThrow();
        Recipe now = head.read();
        if (!result.holdsFor(revision(takeId, base).read(), now)) {
            return Optional.of(head.label());
        }
        append(take, head.id(), last(takeId) + 1, RecipeJson.write(result.on(now)), result.label());
        return Optional.empty();
    }

    /** The last recipe on the way to a revision that is of some kind, if there is one. */
    @Transactional(readOnly = true)
    public Optional<Recipe> before(Long takeId, int number, Predicate<Recipe> wanted) {
        Revision at = revision(takeId, number);
        for (int steps = 0; steps < MOST_STEPS && at.parentId() != null; steps++) {
            at = byId(at.parentId());
            Recipe recipe = at.read();
            if (wanted.test(recipe)) {
                return Optional.of(recipe);
            }
        }
        return Optional.empty();
    }

    private int last(Long takeId) {
        return revisions
                .findFirstByTakeIdOrderByNumberDesc(takeId)
                .orElseThrow()
                .number();
    }

    @Transactional
    public Head undo(Long takeId, int base) {
        TakeRow take = takes.lock(takeId).orElseThrow(() -> new NotFoundException("take " + takeId));
        Revision head = expect(take, base, "Undo");
        if (head.parentId() != null) {
            take.moveHead(head.parentId());
        }
        return headOf(take);
    }

    @Transactional
    public Head redo(Long takeId, int base) {
        TakeRow take = takes.lock(takeId).orElseThrow(() -> new NotFoundException("take " + takeId));
        Revision head = expect(take, base, "Redo");
        revisions
                .findFirstByParentIdAndAsideFalseOrderByNumberDesc(head.id())
                .ifPresent(child -> take.moveHead(child.id()));
        return headOf(take);
    }

    private Revision expect(TakeRow take, int base, String label) {
        Revision head = revisions.findById(take.headRevisionId()).orElseThrow();
        if (head.number() != base) {
            throw new StaleRevisionException(base, label, head.number(), head.label());
        }
        return head;
    }

    /**
     * Records a change to any of a take's revisions beside the line of its changes: the take stays as it is, and undo and redo pass it by.
     * What changes nothing is the revision itself.
     */
    @Transactional
    public Revision aside(Long id, UnaryOperator<Recipe> change, String label) {
        Revision from = byId(id);
        takes.lock(from.takeId()).orElseThrow(() -> new NotFoundException("take " + from.takeId()));
        String changed = RecipeJson.write(change.apply(from.read()));
        return changed.equals(RecipeJson.write(from.read()))
                ? from
                : revisions.save(revision(from.takeId(), id, last(from.takeId()) + 1, changed, label)
                        .standingAside());
    }

    private void append(TakeRow take, Long parent, int number, String recipe, String label) {
        Revision revision = revisions.save(revision(take.id(), parent, number, recipe, label));
        take.moveHead(revision.id());
    }

    private Revision revision(Long takeId, Long parent, int number, String recipe, String label) {
        String kept = label.length() > MAX_LABEL ? label.substring(0, MAX_LABEL) : label;
        return new Revision(takeId, parent, number, recipe, kept, revisions.builtInAuthor(), clock.instant());
    }

    private Head headOf(TakeRow take) {
        Revision head = revisions.findById(take.headRevisionId()).orElseThrow();
        Optional<String> undo = head.parentId() == null ? Optional.empty() : Optional.of(head.label());
        return new Head(
                head,
                undo,
                revisions
                        .findFirstByParentIdAndAsideFalseOrderByNumberDesc(head.id())
                        .map(Revision::label));
    }
}
