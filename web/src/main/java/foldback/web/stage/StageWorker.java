package foldback.web.stage;

import com.github.kagkarlsson.scheduler.task.FailureHandler;
import foldback.core.recipe.Recipe;
import foldback.core.run.Run;
import foldback.engine.stage.StageJob;
import foldback.engine.stage.StageResult;
import foldback.engine.stage.StageTools;
import foldback.media.ChildKilledException;
import foldback.media.MediaException;
import foldback.web.Persistent;
import foldback.web.Role;
import foldback.web.TaskWorker;
import foldback.web.page.NotFoundException;
import foldback.web.recipe.Recipes;
import foldback.web.take.OpenTakes;
import java.time.Duration;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import javax.sql.DataSource;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.annotation.Profile;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;
import tools.jackson.databind.json.JsonMapper;

/** Carries out what stages were asked to do, one after another, beside renders; what a worker leaves when it ends is begun again. */
@Component
@Profile(Role.WORKER)
class StageWorker extends TaskWorker {
    private static final Logger LOG = LoggerFactory.getLogger(StageWorker.class);
    private static final Duration AGAIN_AFTER = Duration.ofSeconds(3);
    private static final long TELL_EVERY_NANOS = 300_000_000L;

    private final StageOrders orders;
    private final Through through;
    private final Recipes recipes;
    private final OpenTakes takes;
    private final StageTools tools;
    private final JsonMapper json;

    StageWorker(
            StageOrders orders,
            Through through,
            Recipes recipes,
            OpenTakes takes,
            StageTools tools,
            JsonMapper json,
            DataSource source) {
        super(source, StageOrders.TABLE, StageOrders.TASK, new FailureHandler.OnFailureRetryLater<>(AGAIN_AFTER));
        this.orders = orders;
        this.through = through;
        this.recipes = recipes;
        this.takes = takes;
        this.tools = tools;
        this.json = json;
    }

    @Override
    protected void execute(String id) {
        try {
            carryOut(Long.parseLong(id));
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            throw stopping(stopped);
        }
    }

    private void carryOut(Long id) throws InterruptedException {
        Optional<StageOrder> taken = orders.takeUp(id);
        if (taken.isEmpty()) {
            // A worker that died just then may have left what follows undone.
            Persistent.tell(() -> through.goOn(id));
            return;
        }
        StageOrder order = taken.get();
        boolean[] stop = {order.cancelAsked()};
        try {
            StageResult found = run(order, StageOrders.job(order.stage(), order.job()), progress(id, stop));
            Persistent.tell(() -> orders.finish(id, found));
            Persistent.tell(() -> through.goOn(id));
        } catch (CancellationException cancelled) {
            if (!stop[0]) {
                throw stopping(cancelled);
            }
            Persistent.tell(() -> orders.end(id, StageOrder.State.CANCELLED, ""));
        } catch (ChildKilledException killed) {
            // A worker that ends kills its decoders: the same work succeeds later.
            throw killed;
        } catch (MediaException | IllegalArgumentException | NotFoundException failed) {
            Persistent.tell(() -> orders.end(id, StageOrder.State.FAILED, failed.getMessage()));
        } catch (RuntimeException failed) {
            if (Persistent.isAway(failed)) {
                // The same work succeeds when the database is back.
                throw failed;
            }
            LOG.error("{} of take {} failed", order.stage(), order.takeId(), failed);
            Persistent.tell(() -> orders.end(
                    id, StageOrder.State.FAILED, "That failed unexpectedly; the log of the worker says more."));
        }
    }

    private <O> StageResult run(StageOrder order, StageJob<O> job, Run run) throws InterruptedException {
        run.check();
        Recipe recipe = Persistent.ask(() -> recipes.revision(order.takeId(), order.base()))
                .read();
        O wish = orders.read(job, json.readTree(order.wish()));
        return job.run(recipe, takes.of(recipe), wish, tools, run);
    }

    private Run progress(Long id, boolean[] stop) {
        long[] told = {System.nanoTime()};
        return new Run(
                        share -> {
                            long now = System.nanoTime();
                            synchronized (told) {
                                if (now - told[0] < TELL_EVERY_NANOS) {
                                    return;
                                }
                                told[0] = now;
                            }
                            try {
                                stop[0] |= orders.progress(id, share);
                            } catch (DataAccessException | TransactionException away) {
                                LOG.warn("progress could not be told; the work goes on");
                            }
                        },
                        () -> stop[0] || Thread.currentThread().isInterrupted())
                .rising();
    }
}
