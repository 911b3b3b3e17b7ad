package foldback.web.stage;

import com.github.kagkarlsson.scheduler.Scheduler;
import com.github.kagkarlsson.scheduler.task.FailureHandler;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import foldback.core.recipe.Recipe;
import foldback.core.run.Run;
import foldback.engine.stage.StageJob;
import foldback.engine.stage.StageResult;
import foldback.engine.stage.StageTools;
import foldback.media.ChildKilledException;
import foldback.media.MediaException;
import foldback.web.Role;
import foldback.web.TaskTable;
import foldback.web.page.NotFoundException;
import foldback.web.recipe.Recipes;
import foldback.web.take.OpenTakes;
import java.time.Duration;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.TimeUnit;
import javax.sql.DataSource;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.annotation.Profile;
import org.springframework.context.event.EventListener;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;
import tools.jackson.databind.json.JsonMapper;

/** Carries out what stages were asked to do, one after another, beside renders; what a worker leaves when it ends is begun again. */
@Component
@Profile(Role.WORKER)
class StageWorker implements DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(StageWorker.class);
    private static final Duration AGAIN_AFTER = Duration.ofSeconds(3);
    private static final long TELL_EVERY_NANOS = 300_000_000L;
    private static final long AGAIN_SECONDS = 2;

    private final StageOrders orders;
    private final Recipes recipes;
    private final OpenTakes takes;
    private final StageTools tools;
    private final JsonMapper json;
    private final Scheduler scheduler;

    StageWorker(
            StageOrders orders,
            Recipes recipes,
            OpenTakes takes,
            StageTools tools,
            JsonMapper json,
            DataSource source) {
        this.orders = orders;
        this.recipes = recipes;
        this.takes = takes;
        this.tools = tools;
        this.json = json;
        this.scheduler = TaskTable.scheduler(
                source,
                StageOrders.TABLE,
                Tasks.oneTime(StageOrders.TASK)
                        .onFailure(new FailureHandler.OnFailureRetryLater<>(AGAIN_AFTER))
                        .execute((instance, context) -> carryOut(Long.parseLong(instance.getId()))));
    }

    @EventListener(ApplicationReadyEvent.class)
    void start() {
        scheduler.start();
    }

    @Override
    public void destroy() {
        scheduler.stop();
    }

    private void carryOut(Long id) {
        Optional<StageOrder> taken = orders.takeUp(id);
        if (taken.isEmpty()) {
            return;
        }
        StageOrder order = taken.get();
        boolean[] stop = {order.cancelAsked()};
        try {
            StageResult found = run(order, StageOrders.job(order.stage(), order.job()), progress(id, stop));
            tell(id, () -> orders.finish(id, found));
        } catch (CancellationException cancelled) {
            if (!stop[0]) {
                throw stopping(cancelled);
            }
            tell(id, () -> orders.end(id, StageOrder.State.CANCELLED, ""));
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            throw stopping(stopped);
        } catch (ChildKilledException killed) {
            // A worker that ends kills its decoders: the same work succeeds later.
            throw killed;
        } catch (MediaException | IllegalArgumentException | NotFoundException failed) {
            tell(id, () -> orders.end(id, StageOrder.State.FAILED, failed.getMessage()));
        } catch (RuntimeException failed) {
            LOG.error("{} of take {} failed", order.stage(), order.takeId(), failed);
            tell(
                    id,
                    () -> orders.end(
                            id, StageOrder.State.FAILED, "That failed unexpectedly; the log of the worker says more."));
        }
    }

    private <O> StageResult run(StageOrder order, StageJob<O> job, Run run) throws InterruptedException {
        run.check();
        Recipe recipe = recipes.revision(order.takeId(), order.base()).read();
        O wish = orders.read(job, json.readTree(order.wish()));
        return job.run(recipe, takes.of(recipe), wish, tools, run);
    }

    private static IllegalStateException stopping(Exception cause) {
        return new IllegalStateException("the worker is stopping; the job begins again at its next start", cause);
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
                () -> stop[0] || Thread.currentThread().isInterrupted());
    }

    /** Minutes of work are not thrown away because the database is away for a while. */
    private static void tell(Long id, Runnable news) {
        while (true) {
            try {
                news.run();
                return;
            } catch (DataAccessException | TransactionException away) {
                LOG.warn("the database does not answer; the end of job {} waits to be told", id);
            }
            try {
                TimeUnit.SECONDS.sleep(AGAIN_SECONDS);
            } catch (InterruptedException stopped) {
                Thread.currentThread().interrupt();
                throw stopping(stopped);
            }
        }
    }
}
