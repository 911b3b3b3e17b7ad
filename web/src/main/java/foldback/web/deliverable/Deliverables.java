package foldback.web.deliverable;

import foldback.core.recipe.Recipe;
import foldback.core.time.TimeSpan;
import foldback.engine.document.RenderSpec;
import foldback.engine.render.RenderJob;
import foldback.engine.render.Verified;
import foldback.web.FoldbackProperties;
import foldback.web.page.NotFoundException;
import foldback.web.preview.OpenTakes;
import foldback.web.recipe.Recipes;
import foldback.web.recipe.Revision;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** The queue of deliverables: asked for on a page, carried out by the worker. */
@Service
public class Deliverables {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final Set<Deliverable.State> TAKEN = Set.of(
            Deliverable.State.WAITING, Deliverable.State.WORKING, Deliverable.State.PAUSED, Deliverable.State.DONE);
    private static final Set<Deliverable.State> QUEUED = Set.of(Deliverable.State.WAITING, Deliverable.State.PAUSED);
    private static final Set<Deliverable.State> STARTABLE =
            Set.of(Deliverable.State.FAILED, Deliverable.State.CANCELLED, Deliverable.State.PAUSED);
    private static final String PART = "[\\p{L}\\p{N}][\\p{L}\\p{N} ._()-]{0,80}";
    private static final String NAME = "(?:" + PART + "/){0,3}" + PART;
    private final DeliverableRepository rows;
    private final Recipes recipes;
    private final OpenTakes takes;
    private final RenderQueue queue;
    private final Estimator estimator;
    private final FoldbackProperties properties;
    private final Clock clock;

    Deliverables(
            DeliverableRepository rows,
            Recipes recipes,
            OpenTakes takes,
            RenderQueue queue,
            Estimator estimator,
            FoldbackProperties properties,
            Clock clock) {
        this.estimator = estimator;
        this.rows = rows;
        this.recipes = recipes;
        this.takes = takes;
        this.queue = queue;
        this.properties = properties;
        this.clock = clock;
    }

    @Transactional(readOnly = true)
    List<DeliverableView> all() {
        return rows.findAllByOrderByIdDesc().stream()
                .sorted(Comparator.comparing(Deliverables::rank).thenComparing(Deliverables::place))
                .map(DeliverableView::of)
                .toList();
    }

    /** What is at work comes first, then what waits, then what ended. */
    private static int rank(Deliverable row) {
        return switch (row.state()) {
            case WORKING -> 0;
            case WAITING, PAUSED -> 1;
            default -> 2;
        };
    }

    /** In the queue by place, behind it the newest first. */
    private static long place(Deliverable row) {
        return rank(row) == 1 ? row.position() : -row.id();
    }

    /** A name that is free: the wanted one, or with a number behind. */
    @Transactional(readOnly = true)
    String freeName(String wanted) {
        String stem = wanted.endsWith(".mp4") ? wanted.substring(0, wanted.length() - 4) : wanted;
        String name = stem + ".mp4";
        for (int n = 2; isTaken(name); n++) {
            name = stem + " " + n + ".mp4";
        }
        return name;
    }

    private boolean isTaken(String name) {
        return rows.existsByNameAndStateIn(name, TAKEN)
                || Files.exists(properties.deliverables().resolve(name));
    }

    /** Puts a deliverable into the queue; everything that can be known to be wrong is refused now. */
    @Transactional
    DeliverableView add(Long takeId, NewDeliverable asked) {
        String name = asked.name().endsWith(".mp4") ? asked.name() : asked.name() + ".mp4";
        if (!name.matches(NAME)) {
            throw new IllegalArgumentException(
                    "The name '" + asked.name()
                            + "' cannot be a file's: use letters, digits, spaces, dots and dashes, starting with a letter or digit.");
        }
        if (isTaken(name)) {
            throw new IllegalArgumentException("There is a deliverable named '" + name
                    + "' already. Choose another name, for example '" + freeName(name) + "'.");
        }
        Revision revision = recipes.revision(takeId, asked.base());
        RenderJob job = job(revision, asked);
        Deliverable row = rows.save(new Deliverable(
                takeId, revision.id(), name, job.spec().write(), job.span(), job.frames(), clock.instant()));
        row.place(row.id());
        queue.add(row.id());
        return DeliverableView.of(row);
    }

    private RenderJob job(Revision revision, NewDeliverable asked) {
        RenderSpec spec = RenderSpec.read(JSON.writeValueAsString(asked.spec()));
        Recipe recipe = revision.read();
        return job(recipe, spec, new TimeSpan(asked.from(), asked.to()));
    }

    /** What is to be expected of one that is not in the queue yet. */
    @Transactional(readOnly = true)
    Estimator.Estimate estimate(Long takeId, NewDeliverable asked) {
        RenderJob job = job(recipes.revision(takeId, asked.base()), asked);
        return estimator.of(
                takeId, job.spec(), job.frames(), job.recipe().rate().perSecond());
    }

    /** Stops one that works, keeping its finished parts, or takes one that waits out of the queue for now. */
    @Transactional
    void pause(Long id) {
        row(id).askPause();
    }

    /** Puts one that waits before another, or at the end. */
    @Transactional
    void move(Long id, Optional<Long> before) {
        List<Deliverable> queued = new ArrayList<>(rows.findByStateInOrderByPosition(QUEUED));
        Deliverable moved = queued.stream()
                .filter(row -> row.id().equals(id))
                .findFirst()
                .orElseThrow(
                        () -> new IllegalArgumentException("Only what waits can be moved; this one does not wait."));
        List<Long> places = queued.stream().map(Deliverable::position).toList();
        queued.remove(moved);
        int at = before.map(
                        other -> queued.stream().map(Deliverable::id).toList().indexOf(other))
                .filter(index -> index >= 0)
                .orElse(queued.size());
        queued.add(at, moved);
        for (int i = 0; i < queued.size(); i++) {
            queued.get(i).place(places.get(i));
        }
    }

    /** What a ticket is to work on: what it had begun, else the next in the queue. */
    @Transactional
    Optional<Long> takeUp(long ticket) {
        Optional<Deliverable> begun = rows.findFirstByStateAndTicket(Deliverable.State.WORKING, ticket);
        if (begun.isPresent()) {
            return begun.map(Deliverable::id);
        }
        Optional<Deliverable> next = rows.findFirstByStateOrderByPosition(Deliverable.State.WAITING);
        next.ifPresent(row -> row.takenUpBy(ticket));
        return next.map(Deliverable::id);
    }

    @Transactional
    void cancel(Long id) {
        row(id).askCancel();
    }

    @Transactional
    void retry(Long id) {
        Deliverable row = row(id);
        if (STARTABLE.contains(row.state())) {
            row.retry();
            queue.add(id);
        }
    }

    /** A finished file. */
    @Transactional(readOnly = true)
    Path file(Long id) {
        Deliverable row = row(id);
        Path file = properties.deliverables().resolve(row.name());
        if (row.state() != Deliverable.State.DONE || !Files.isRegularFile(file)) {
            throw new NotFoundException("finished file of '" + row.name() + "'");
        }
        return file;
    }

    @Transactional(readOnly = true)
    Deliverable row(Long id) {
        return rows.findById(id).orElseThrow(() -> new NotFoundException("deliverable " + id));
    }

    @Transactional(readOnly = true)
    String recipeOf(Long id) {
        return recipes.byId(row(id).revisionId()).recipe();
    }

    /** What the worker needs, or nothing where it was cancelled before. */
    @Transactional(readOnly = true)
    RenderJob job(Long id) {
        Deliverable row = row(id);
        Recipe recipe = recipes.byId(row.revisionId()).read();
        String spec = row.spec();
        return job(recipe, RenderSpec.read(spec), row.span());
    }

    /** Records progress; returns whether the render should stop. */
    @Transactional
    boolean progress(Long id, long framesDone, double framesPerSecond) {
        Deliverable row = row(id);
        row.progress(framesDone, framesPerSecond);
        return row.cancelAsked() || row.pauseAsked();
    }

    @Transactional
    void done(Long id, Verified verified) {
        row(id).end(Deliverable.State.DONE, "Checked.", JSON.writeValueAsString(verified), clock.instant());
    }

    @Transactional
    void ended(Long id, Deliverable.State state, String message) {
        row(id).end(state, message, null, clock.instant());
    }

    private RenderJob job(Recipe recipe, RenderSpec spec, TimeSpan span) {
        return new RenderJob(
                recipe,
                spec,
                takes.of(recipe),
                span,
                spec.transformed() ? takes.transformOf(recipe) : Optional.empty());
    }
}
