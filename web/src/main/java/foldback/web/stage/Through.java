package foldback.web.stage;

import foldback.core.recipe.Recipe;
import foldback.core.run.Evidence;
import foldback.core.run.Verdict;
import foldback.engine.stage.Stage;
import foldback.engine.stage.StageTools;
import foldback.engine.stage.StageView;
import foldback.engine.stage.Stages;
import foldback.engine.stage.WorkThrough;
import foldback.engine.take.Take;
import foldback.web.project.ProjectRepository;
import foldback.web.project.TakeRepository;
import foldback.web.recipe.Recipes;
import foldback.web.take.OpenTakes;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import tools.jackson.databind.json.JsonMapper;

/**
 * A take worked through: each stage that is open does what it can do by itself, one after the other, and each result is a revision.
 * It goes on while pages are closed, and stops where a stage stays unsettled.
 */
@Service
class Through {
    private static final int DEFAULT_CANVAS = 3840;
    private final StageOrders orders;
    private final Recipes recipes;
    private final OpenTakes takes;
    private final TakeRepository takeRows;
    private final ProjectRepository projects;
    private final StageTools tools;
    private final JsonMapper json;

    Through(
            StageOrders orders,
            Recipes recipes,
            OpenTakes takes,
            TakeRepository takeRows,
            ProjectRepository projects,
            StageTools tools,
            JsonMapper json) {
        this.orders = orders;
        this.recipes = recipes;
        this.takes = takes;
        this.takeRows = takeRows;
        this.projects = projects;
        this.tools = tools;
        this.json = json;
    }

    /**
     * How far it is.
     *
     * @param working whether a stage is at work, or waits for its turn
     * @param stage that is at work, or at which it stopped; empty where there is neither
     * @param title of that stage, for people
     * @param share of its work that is done, 0 to 1
     * @param message why it stopped, or why it waits; else empty
     */
    record Status(boolean working, String stage, String title, double share, String message) {
        private static final Status NONE = new Status(false, "", "", 0, "");
    }

    /** Begins with the first stage that is open; one that goes on is left alone. */
    Status start(Long takeId) {
        if (current(takeId).isEmpty()) {
            next(takeId, Stages.all());
        }
        return status(takeId);
    }

    /** What is at work, or has just ended and is to be followed by the next. */
    private Optional<StageOrder> current(Long takeId) {
        return orders.all(takeId).stream()
                .filter(order -> order.afterwards() == StageOrder.After.THE_NEXT)
                .filter(order -> order.isOpen() || order.isDone())
                .findFirst();
    }

    Status status(Long takeId) {
        return current(takeId)
                .map(order -> {
                    StageOrders.Status work = orders.status(takeId, order.stage());
                    return of(order, true, work.share(), work.message());
                })
                .or(() -> stopped(takeId))
                .orElse(Status.NONE);
    }

    private static Status of(StageOrder order, boolean working, double share, String message) {
        return new Status(working, order.stage(), Stages.named(order.stage()).title(), share, message);
    }

    /** Where it stopped last. */
    private Optional<Status> stopped(Long takeId) {
        return orders.all(takeId).stream()
                .filter(order -> order.afterwards() != StageOrder.After.NOTHING)
                .max(Comparator.comparing(StageOrder::id))
                .flatMap(last -> reason(takeId, last).map(reason -> of(last, false, 0, reason)));
    }

    private Optional<String> reason(Long takeId, StageOrder last) {
        if (!last.isDone()) {
            return Optional.of(last.message());
        }
        Evidence evidence = evidence(takeId, Stages.named(last.stage()));
        return evidence.verdict() == Verdict.UNSETTLED ? Optional.of(evidence.reason()) : Optional.empty();
    }

    /** Asks for the end of the stage that is at work: nothing follows it. */
    Status cancel(Long takeId) {
        current(takeId).ifPresent(order -> orders.cancel(takeId, order.stage()));
        return status(takeId);
    }

    /** Begins with the next open stage behind one that has ended well, where that one is settled; does nothing for others, and once alone. */
    void goOn(Long id) {
        orders.ended(id).ifPresent(order -> {
            Stage done = Stages.named(order.stage());
            if (evidence(order.takeId(), done).verdict() != Verdict.UNSETTLED) {
                List<Stage> all = Stages.all();
                next(order.takeId(), all.subList(all.indexOf(done) + 1, all.size()));
            }
            orders.seenTo(id);
        });
    }

    private void next(Long takeId, List<Stage> stages) {
        Recipe recipe = recipes.head(takeId).revision().read();
        stages.stream()
                .filter(stage -> WorkThrough.isOpen(stage, recipe, evidence(takeId, stage)))
                .findFirst()
                .ifPresent(stage -> orders.start(
                        takeId,
                        stage.name(),
                        stage.jobs().get(0).name(),
                        recipes.head(takeId).revision().number(),
                        json.createObjectNode(),
                        StageOrder.After.THE_NEXT));
    }

    private Evidence evidence(Long takeId, Stage stage) {
        Recipe recipe = recipes.head(takeId).revision().read();
        Take take = takes.of(recipe);
        int canvas = takeRows.findById(takeId)
                .flatMap(row -> projects.findById(row.projectId()))
                .flatMap(project -> project.canvasWidth())
                .orElse(DEFAULT_CANVAS);
        return stage.evidence(new StageView(recipe, take, canvas, tools));
    }
}
