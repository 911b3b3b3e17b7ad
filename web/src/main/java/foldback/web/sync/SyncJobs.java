package foldback.web.sync;

import foldback.core.recipe.Recipe;
import foldback.core.run.Run;
import foldback.engine.document.RecipeJson;
import foldback.engine.sync.SyncRequest;
import foldback.engine.sync.TakeSync;
import foldback.media.MediaException;
import foldback.web.Role;
import foldback.web.preview.OpenTakes;
import foldback.web.recipe.Recipes;
import foldback.web.recipe.StaleRevisionException;
import java.util.Map;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Service;

/** Measures offsets in the background, so that a page may be closed meanwhile; the result is recorded as a change. */
@Service
@Profile(Role.PAGES)
class SyncJobs implements DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(SyncJobs.class);
    private static final String LABEL = "Find offsets";
    private final Recipes recipes;
    private final OpenTakes takes;
    private final TakeSync sync;
    private final Map<Long, Job> jobs = new ConcurrentHashMap<>();
    private final ExecutorService executor = Executors.newSingleThreadExecutor(task -> {
        Thread thread = new Thread(task, "sync");
        thread.setDaemon(true);
        return thread;
    });

    SyncJobs(Recipes recipes, OpenTakes takes, TakeSync sync) {
        this.recipes = recipes;
        this.takes = takes;
        this.sync = sync;
    }

    /**
     * How far the measuring of a take is.
     *
     * @param working whether it goes on
     * @param share that is done, 0 to 1
     * @param message why it did not end well, or empty
     */
    record Status(boolean working, double share, String message) {}

    /** A measurement; written by its own thread, read by others. */
    private static final class Job {
        private volatile Status status = new Status(true, 0, "");
        private volatile boolean cancelled;
    }

    /** Starts measuring on a revision; one that goes on for this take is left alone. */
    Status start(Long takeId, int base, SyncRequest request) {
        Recipe recipe = RecipeJson.read(recipes.revision(takeId, base).recipe());
        Job job = jobs.compute(takeId, (id, known) -> {
            if (known != null && known.status.working()) {
                return known;
            }
            Job fresh = new Job();
            executor.execute(() -> carryOut(takeId, base, recipe, request, fresh));
            return fresh;
        });
        return job.status;
    }

    Status status(Long takeId) {
        Job job = jobs.get(takeId);
        return job == null ? new Status(false, 0, "") : job.status;
    }

    void cancel(Long takeId) {
        Job job = jobs.get(takeId);
        if (job != null) {
            job.cancelled = true;
        }
    }

    private void carryOut(Long takeId, int base, Recipe recipe, SyncRequest request, Job job) {
        try {
            Run run = new Run(share -> job.status = new Status(true, share, ""), () -> job.cancelled);
            Recipe found = sync.find(recipe, takes.of(recipe), request, run);
            recipes.change(takeId, base, found, LABEL);
            job.status = new Status(false, 1, "");
        } catch (CancellationException cancelled) {
            job.status = new Status(false, 0, "");
        } catch (StaleRevisionException changed) {
            job.status = new Status(
                    false,
                    0,
                    "The take was changed while its offsets were measured. Nothing was recorded; find the offsets again.");
        } catch (MediaException failed) {
            job.status = new Status(false, 0, failed.getMessage());
        } catch (RuntimeException failed) {
            LOG.error("measuring the offsets of take {} failed", takeId, failed);
            job.status = new Status(false, 0, "Measuring failed unexpectedly; the log of the pages says more.");
        }
    }

    @Override
    public void destroy() {
        jobs.values().forEach(job -> job.cancelled = true);
        executor.shutdownNow();
    }
}
