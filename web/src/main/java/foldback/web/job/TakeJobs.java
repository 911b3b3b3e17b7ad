package foldback.web.job;

import foldback.core.run.Run;
import foldback.media.MediaException;
import foldback.web.recipe.StaleRevisionException;
import java.util.Map;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.function.Consumer;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Computations of one kind, one after another, one a take at the most; their pages may be closed meanwhile. */
public final class TakeJobs implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(TakeJobs.class);
    private final String name;
    private final String stale;
    private final Map<Long, Job> jobs = new ConcurrentHashMap<>();
    private final ExecutorService executor;

    /**
     * @param name of the kind, for the log
     * @param stale what to say where the take was changed meanwhile, so that nothing was recorded
     */
    public TakeJobs(String name, String stale) {
        this.name = name;
        this.stale = stale;
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
     */
    public record Status(boolean working, double share, String message) {}

    /** A computation; written by its own thread, read by others. */
    private static final class Job {
        private volatile Status status = new Status(true, 0, "");
        private volatile boolean cancelled;
    }

    /** Starts a computation that records its result itself; one that goes on for this take is left alone. */
    public Status start(Long takeId, Consumer<Run> work) {
        Job job = jobs.compute(takeId, (id, known) -> {
            if (known != null && known.status.working()) {
                return known;
            }
            Job fresh = new Job();
            executor.execute(() -> carryOut(takeId, work, fresh));
            return fresh;
        });
        return job.status;
    }

    public Status status(Long takeId) {
        Job job = jobs.get(takeId);
        return job == null ? new Status(false, 0, "") : job.status;
    }

    public Status cancel(Long takeId) {
        Job job = jobs.get(takeId);
        if (job != null) {
            job.cancelled = true;
        }
        return status(takeId);
    }

    private void carryOut(Long takeId, Consumer<Run> work, Job job) {
        try {
            work.accept(new Run(share -> job.status = new Status(true, share, ""), () -> job.cancelled));
            job.status = new Status(false, 1, "");
        } catch (CancellationException cancelled) {
            job.status = new Status(false, 0, "");
        } catch (StaleRevisionException changed) {
            job.status = new Status(false, 0, stale);
        } catch (MediaException failed) {
            job.status = new Status(false, 0, failed.getMessage());
        } catch (RuntimeException failed) {
            LOG.error("{} of take {} failed", name, takeId, failed);
            job.status = new Status(false, 0, "That failed unexpectedly; the log of the pages says more.");
        }
    }

    @Override
    public void close() {
        jobs.values().forEach(job -> job.cancelled = true);
        executor.shutdownNow();
    }
}
