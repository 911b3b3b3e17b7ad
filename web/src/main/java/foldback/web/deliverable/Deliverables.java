package foldback.web.deliverable;

import foldback.core.recipe.Recipe;
import foldback.core.time.TimeSpan;
import foldback.engine.document.RecipeJson;
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
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** The queue of deliverables: asked for on a page, carried out by the worker. */
@Service
public class Deliverables {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final Set<Deliverable.State> TAKEN =
            Set.of(Deliverable.State.WAITING, Deliverable.State.WORKING, Deliverable.State.DONE);
    private static final String NAME = "[\\p{L}\\p{N}][\\p{L}\\p{N} ._()-]{0,150}";
    private final DeliverableRepository rows;
    private final Recipes recipes;
    private final OpenTakes takes;
    private final RenderQueue queue;
    private final FoldbackProperties properties;
    private final Clock clock;

    Deliverables(
            DeliverableRepository rows,
            Recipes recipes,
            OpenTakes takes,
            RenderQueue queue,
            FoldbackProperties properties,
            Clock clock) {
        this.rows = rows;
        this.recipes = recipes;
        this.takes = takes;
        this.queue = queue;
        this.properties = properties;
        this.clock = clock;
    }

    @Transactional(readOnly = true)
    List<DeliverableView> all() {
        return rows.findAllByOrderByIdDesc().stream().map(DeliverableView::of).toList();
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
        RenderSpec spec = RenderSpec.read(JSON.writeValueAsString(asked.spec()));
        Revision revision = recipes.revision(takeId, asked.base());
        Recipe recipe = RecipeJson.read(revision.recipe());
        RenderJob job = new RenderJob(recipe, spec, takes.of(recipe), new TimeSpan(asked.from(), asked.to()));
        Deliverable row = rows.save(
                new Deliverable(takeId, revision.id(), name, spec.write(), job.span(), job.frames(), clock.instant()));
        queue.add(row.id());
        return DeliverableView.of(row);
    }

    @Transactional
    void cancel(Long id) {
        row(id).askCancel();
    }

    @Transactional
    void retry(Long id) {
        Deliverable row = row(id);
        if (row.state() == Deliverable.State.FAILED || row.state() == Deliverable.State.CANCELLED) {
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
        Recipe recipe = RecipeJson.read(recipes.byId(row.revisionId()).recipe());
        String spec = row.spec();
        return new RenderJob(recipe, RenderSpec.read(spec), takes.of(recipe), row.span());
    }

    /** Records progress; returns whether the render should stop. */
    @Transactional
    boolean progress(Long id, long framesDone, double framesPerSecond) {
        Deliverable row = row(id);
        row.progress(framesDone, framesPerSecond);
        return row.cancelAsked();
    }

    @Transactional
    void done(Long id, Verified verified) {
        row(id).end(Deliverable.State.DONE, "Checked.", JSON.writeValueAsString(verified), clock.instant());
    }

    @Transactional
    void ended(Long id, Deliverable.State state, String message) {
        row(id).end(state, message, null, clock.instant());
    }
}
