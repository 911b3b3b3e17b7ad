package foldback.web.stage;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.task.TaskInstance;
import foldback.core.recipe.Recipe;
import foldback.engine.document.Asked;
import foldback.engine.stage.StageJob;
import foldback.engine.stage.StageResult;
import foldback.engine.stage.Stages;
import foldback.web.TaskTable;
import foldback.web.deliverable.Workers;
import foldback.web.page.NotFoundException;
import foldback.web.project.TakeRepository;
import foldback.web.recipe.Recipes;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import javax.sql.DataSource;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * What stages were asked to do by themselves: asked for on a page, carried out by a worker, one a stage of a take at the most.
 * A result is recorded on the take as it is by then, as long as nothing changed that it was made from; else it is offered.
 */
@Service
class StageOrders {
    static final String TASK = "stage-job";
    static final String TABLE = "scheduled_stage_jobs";
    private final StageOrderRepository orders;
    private final TakeRepository takes;
    private final Recipes recipes;
    private final Workers workers;
    private final JsonMapper json;
    private final SchedulerClient client;
    private final Clock clock;

    StageOrders(
            StageOrderRepository orders,
            TakeRepository takes,
            Recipes recipes,
            Workers workers,
            JsonMapper json,
            DataSource source,
            Clock clock) {
        this.orders = orders;
        this.takes = takes;
        this.recipes = recipes;
        this.workers = workers;
        this.json = json;
        this.client = TaskTable.client(source, TABLE);
        this.clock = clock;
    }

    /**
     * How far a stage's job on a take is.
     *
     * @param job which one; empty where none was ever asked for
     * @param working whether it waits or goes on
     * @param share that is done, 0 to 1
     * @param message why it did not end well, or does not begin, or empty
     * @param offered whether there is a result that was not recorded, and can be used all the same
     */
    record Status(String job, boolean working, double share, String message, boolean offered) {
        private static final Status NONE = new Status("", false, 0, "", false);
    }

    /**
     * Starts a job on a revision; the same one that goes on for this take is left alone.
     *
     * @throws IllegalArgumentException where another one of the stage goes on
     */
    @Transactional
    Status start(Long takeId, String stage, String job, int base, JsonNode asked) {
        return start(takeId, stage, job, base, asked, StageOrder.After.NOTHING);
    }

    /** The same with what comes after it. */
    @Transactional
    Status start(Long takeId, String stage, String job, int base, JsonNode asked, StageOrder.After after) {
        check(recipes.revision(takeId, base).read(), job(stage, job), asked);
        // Two pages may press at once.
        takes.lock(takeId).orElseThrow(() -> new NotFoundException("take " + takeId));
        Optional<StageOrder> known = orders.findByTakeIdAndStage(takeId, stage);
        if (known.filter(order -> order.isOpen() && !order.job().equals(job)).isPresent()) {
            throw new IllegalArgumentException(Stages.named(stage).title()
                    + " is at work on something else for this take. Wait for it, or cancel it.");
        }
        if (known.filter(StageOrder::isOpen).isEmpty()) {
            known.ifPresent(orders::delete);
            orders.flush();
            StageOrder order =
                    orders.save(new StageOrder(takeId, stage, job, base, json.writeValueAsString(asked), after));
            client.scheduleIfNotExists(new TaskInstance<Void>(TASK, Long.toString(order.id())), clock.instant());
        }
        return status(takeId, stage);
    }

    /** What a job is asked for, read. */
    <O> O read(StageJob<O> job, JsonNode asked) {
        return Asked.required(json.treeToValue(asked, job.order()), "order");
    }

    private <O> void check(Recipe recipe, StageJob<O> job, JsonNode asked) {
        job.check(recipe, read(job, asked));
    }

    /** A job of a stage. */
    static StageJob<?> job(String stage, String job) {
        return Stages.named(stage).jobs().stream()
                .filter(each -> each.name().equals(job))
                .findFirst()
                .orElseThrow(() -> new NotFoundException("job '" + job + "'"));
    }

    @Transactional(readOnly = true)
    Status status(Long takeId, String stage) {
        Stages.named(stage);
        return orders.findByTakeIdAndStage(takeId, stage).map(this::status).orElse(Status.NONE);
    }

    private Status status(StageOrder order) {
        boolean stuck = order.isOpen() && workers.present() == 0;
        return new Status(
                order.job(),
                order.isOpen(),
                order.share(),
                stuck
                        ? "No worker is running, so this waits. Run ./foldback start on this machine; it goes on then."
                        : order.message(),
                order.isOffered());
    }

    /** Asks for the end of a job; one that no worker has begun ends at once. */
    @Transactional
    Status cancel(Long takeId, String stage) {
        orders.findByTakeIdAndStage(takeId, stage).filter(StageOrder::isOpen).ifPresent(order -> {
            order.cancel();
            if (workers.present() == 0) {
                order.end(StageOrder.State.CANCELLED, "");
            }
        });
        return status(takeId, stage);
    }

    /**
     * Records a result that was offered.
     *
     * @param base the revision that it is put on
     */
    @Transactional
    Status use(Long takeId, String stage, int base) {
        StageOrder order = orders.findByTakeIdAndStage(takeId, stage)
                .filter(StageOrder::isOffered)
                .orElseThrow(
                        () -> new IllegalArgumentException("There is no result that waits to be used; run it again."));
        StageResult offer = order.result();
        recipes.change(takeId, base, offer.on(recipes.revision(takeId, base).read()), offer.label());
        order.end(StageOrder.State.DONE, "");
        return status(order);
    }

    /** What is asked for of a take, stage by stage. */
    @Transactional(readOnly = true)
    List<StageOrder> all(Long takeId) {
        return orders.findByTakeId(takeId);
    }

    /** A job that has ended well and whose next one was not seen to yet. */
    @Transactional(readOnly = true)
    Optional<StageOrder> ended(Long id) {
        return orders.findById(id).filter(order -> order.isDone() && order.afterwards() == StageOrder.After.THE_NEXT);
    }

    /** Records that what follows a job was seen to. */
    @Transactional
    void seenTo(Long id) {
        orders.findById(id).ifPresent(StageOrder::seeTo);
    }

    /** Begins a job, or goes on with one whose worker died; none where it has ended, or was asked for anew meanwhile. */
    @Transactional
    Optional<StageOrder> takeUp(Long id) {
        Optional<StageOrder> order = orders.findById(id).filter(StageOrder::isOpen);
        order.ifPresent(StageOrder::work);
        return order;
    }

    /** Records progress; returns whether the job should stop. */
    @Transactional
    boolean progress(Long id, double share) {
        Optional<StageOrder> order = orders.findById(id).filter(StageOrder::isOpen);
        order.ifPresent(open -> open.progress(share));
        return order.map(StageOrder::cancelAsked).orElse(true);
    }

    /** Records a result, and that the job is done, together. */
    @Transactional
    void finish(Long id, StageResult found) {
        orders.findById(id)
                .filter(StageOrder::isOpen)
                .ifPresent(order -> recipes.finish(order.takeId(), order.base(), found)
                        .ifPresentOrElse(
                                head -> order.offer(
                                        found,
                                        "What this was made from was changed meanwhile (\u201c" + head
                                                + "\u201d). The result is kept: use it all the same, or run it again."),
                                () -> order.end(StageOrder.State.DONE, "")));
    }

    @Transactional
    void end(Long id, StageOrder.State how, String why) {
        orders.findById(id).filter(StageOrder::isOpen).ifPresent(order -> order.end(how, why));
    }
}
