package foldback.web.stage;

import foldback.core.run.Run;
import foldback.engine.stage.StageResult;
import foldback.media.MediaException;
import foldback.web.recipe.Recipes;
import java.util.Map;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.transaction.TransactionException;

/**
 * Computations of one kind, one after another, one a take at the most; their pages may be closed meanwhile. A result is
 * recorded on the take as it is when it is there, as long as nothing changed that it was made from; else it is offered.
 */
final class TakeJobs implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(TakeJobs.class);
    private static final long AGAIN_SECONDS = 2;
    private final String name;
    private final Recipes recipes;
    private final Map<Long, Job> jobs = new ConcurrentHashMap<>();
    private final ExecutorService executor;

    /** @param name of the kind, for the log */
    public TakeJobs(String name, Recipes recipes) {
        this.name = name;
        this.recipes = recipes;
        executor = Executors.newSingleThreadExecutor(task -> {
            Thread thread = new Thread(task, name);
            thread.setDaemon(true);
            return thread;
        });
    }

    /**
     * How far a take's computation is.
     *
     * @param working whether it goes on
     * @param share that is done, 0 to 1
     * @param message why it did not end well, or empty
     * @param offered whether there is a result that was not recorded, and can be used all the same
     */
    public record Status(boolean working, double share, String message, boolean offered) {
        private static Status ended(String message) {
            return new Status(false, message.isEmpty() ? 1 : 0, message, false);
        }
    }

    /** What makes a result. */
    interface Work {
        StageResult run(Run run) throws InterruptedException;
    }

    /** A computation; written by its own thread, read by others. */
    private static final class Job {
        private volatile Status status = new Status(true, 0, "", false);
        private volatile boolean cancelled;
        private volatile StageResult offer;
    }

    /**
     * Starts a computation; one that goes on for this take is left alone.
     *
     * @param base the revision that it is made on
     * @param work makes the result
     */
    public Status start(Long takeId, int base, Work work) {
        Job job = jobs.compute(takeId, (id, known) -> {
            if (known != null && known.status.working()) {
                return known;
            }
            Job fresh = new Job();
            executor.execute(() -> carryOut(takeId, base, work, fresh));
            return fresh;
        });
        return job.status;
    }

    public Status status(Long takeId) {
        Job job = jobs.get(takeId);
        return job == null ? new Status(false, 0, "", false) : job.status;
    }

    public Status cancel(Long takeId) {
        Job job = jobs.get(takeId);
        if (job != null) {
            job.cancelled = true;
        }
        return status(takeId);
    }

    /**
     * Records a result that was offered.
     *
     * @param base the revision that it is put on
     */
    public Status use(Long takeId, int base) {
        Job job = jobs.get(takeId);
        if (job == null || job.offer == null) {
            throw new IllegalArgumentException("There is no result that waits to be used; run it again.");
        }
        StageResult offer = job.offer;
        recipes.change(takeId, base, offer.on(recipes.revision(takeId, base).read()), offer.label());
        job.offer = null;
        job.status = Status.ended("");
        return job.status;
    }

    private void carryOut(Long takeId, int base, Work work, Job job) {
        try {
            StageResult finished =
                    work.run(new Run(share -> job.status = new Status(true, share, "", false), () -> job.cancelled));
            record(takeId, base, finished, job);
        } catch (CancellationException cancelled) {
            job.status = new Status(false, 0, "", false);
        } catch (MediaException failed) {
            job.status = Status.ended(failed.getMessage());
        } catch (InterruptedException stopping) {
            Thread.currentThread().interrupt();
        } catch (RuntimeException failed) {
            LOG.error("{} of take {} failed", name, takeId, failed);
            job.status = Status.ended("That failed unexpectedly; the log of the pages says more.");
        }
    }

    /** Minutes of work are not thrown away because the database is away for a while. */
    private void record(Long takeId, int base, StageResult finished, Job job) throws InterruptedException {
        while (true) {
            try {
                recipes.finish(takeId, base, finished)
                        .ifPresentOrElse(head -> offer(finished, head, job), () -> job.status = Status.ended(""));
                return;
            } catch (DataAccessException | TransactionException away) {
                LOG.warn("the database does not answer; the {} of take {} waits to be recorded", name, takeId);
                TimeUnit.SECONDS.sleep(AGAIN_SECONDS);
            }
        }
    }

    private static void offer(StageResult offer, String head, Job job) {
        job.offer = offer;
        job.status = new Status(
                false,
                1,
                "What this was made from was changed meanwhile (\u201c" + head
                        + "\u201d). The result is kept: use it all the same, or run it again.",
                true);
    }

    @Override
    public void close() {
        jobs.values().forEach(job -> job.cancelled = true);
        executor.shutdownNow();
    }
}
