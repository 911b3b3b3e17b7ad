package foldback.web.stage;

import foldback.core.recipe.Recipe;
import foldback.core.run.Evidence;
import foldback.core.run.Verdict;
import foldback.engine.stage.Stage;
import foldback.engine.stage.StageTools;
import foldback.engine.stage.StageView;
import foldback.engine.stage.Stages;
import foldback.engine.stage.WorkThrough;
import foldback.web.project.Canvases;
import foldback.web.recipe.Recipes;
import foldback.web.recipe.Revision;
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
    private final StageOrders orders;
    private final Recipes recipes;
    private final OpenTakes takes;
    private final Canvases canvases;
    private final StageTools tools;
    private final JsonMapper json;

    Through(
            StageOrders orders,
            Recipes recipes,
            OpenTakes takes,
            Canvases canvases,
            StageTools tools,
            JsonMapper json) {
        this.orders = orders;
        this.recipes = recipes;
        this.takes = takes;
        this.canvases = canvases;
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
            next(takeId, head(takeId), Stages.all());
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
        Evidence evidence = Stages.named(last.stage()).evidence(head(takeId).view());
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
            Head head = head(order.takeId());
            if (done.evidence(head.view()).verdict() != Verdict.UNSETTLED) {
                List<Stage> all = Stages.all();
                next(order.takeId(), head, all.subList(all.indexOf(done) + 1, all.size()));
            }
            orders.seenTo(id);
        });
    }

    private void next(Long takeId, Head head, List<Stage> stages) {
        stages.stream()
                .filter(stage -> WorkThrough.isOpen(stage, head.view().recipe(), stage.evidence(head.view())))
                .findFirst()
                .ifPresent(stage -> orders.start(
                        takeId,
                        stage.name(),
                        stage.jobs().get(0).name(),
                        head.revision(),
                        json.createObjectNode(),
                        StageOrder.After.THE_NEXT));
    }

    /** A take as it is now. */
    private record Head(int revision, StageView view) {}

    private Head head(Long takeId) {
        Revision revision = recipes.head(takeId).revision();
        Recipe recipe = revision.read();
        return new Head(revision.number(), new StageView(recipe, takes.of(recipe), canvases.widthOf(takeId), tools));
    }
}
