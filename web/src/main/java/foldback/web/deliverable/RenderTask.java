package foldback.web.deliverable;

import foldback.core.run.Run;
import foldback.engine.document.DocumentException;
import foldback.engine.render.RenderJob;
import foldback.engine.render.Renderer;
import foldback.engine.render.Verified;
import foldback.media.MediaException;
import foldback.web.FoldbackProperties;
import foldback.web.Role;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.CancellationException;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.annotation.Profile;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;

/**
 * Carries out one deliverable; may be called again for one that broke, and then goes on with its finished pieces. While the
 * database is away a render goes on, and its end is told when the database is back.
 */
@Component
@Profile(Role.WORKER)
class RenderTask {
    private static final Logger LOG = LoggerFactory.getLogger(RenderTask.class);
    private static final long TELL_EVERY_NANOS = 500_000_000L;
    private static final int ENCODER_NICENESS = 3;
    private final Deliverables deliverables;
    private final FoldbackProperties properties;

    RenderTask(Deliverables deliverables, FoldbackProperties properties) {
        this.deliverables = deliverables;
        this.properties = properties;
    }

    void carryOut(Long id) throws InterruptedException {
        Deliverable row = deliverables.row(id);
        if (row.state() != Deliverable.State.WAITING && row.state() != Deliverable.State.WORKING) {
            return;
        }
        if (row.cancelAsked()) {
            tell(() -> deliverables.ended(id, Deliverable.State.CANCELLED, "Cancelled."));
            return;
        }
        try {
            RenderJob job = deliverables.job(id);
            Path out = properties.deliverables().resolve(row.name());
            Path work = properties.work().resolve("render").resolve(Long.toString(id));
            if (row.state() == Deliverable.State.WORKING) {
                // A file appears only when it is complete: here, the worker ended before it could say so.
                Files.deleteIfExists(out);
            }
            Verified verified = new Renderer(Runtime.getRuntime().availableProcessors(), ENCODER_NICENESS)
                    .render(job, work, out, progress(id, job));
            Files.deleteIfExists(work);
            tell(() -> deliverables.done(id, verified));
        } catch (CancellationException cancelled) {
            tell(() -> deliverables.ended(
                    id, Deliverable.State.CANCELLED, "Cancelled. Finished parts are kept for a retry."));
        } catch (MediaException | DocumentException | IllegalArgumentException failed) {
            tell(() -> deliverables.ended(id, Deliverable.State.FAILED, failed.getMessage()));
        } catch (java.io.IOException | RuntimeException failed) {
            LOG.error("deliverable {} failed", id, failed);
            tell(() -> deliverables.ended(
                    id,
                    Deliverable.State.FAILED,
                    "The render failed unexpectedly; the worker's log says more. Finished parts are kept."));
        }
    }

    private Run progress(Long id, RenderJob job) {
        long start = System.nanoTime();
        long[] told = {0};
        double[] first = {-1};
        boolean[] stop = {false};
        return new Run(
                share -> {
                    long now = System.nanoTime();
                    first[0] = first[0] < 0 ? share : first[0];
                    if (now - told[0] < TELL_EVERY_NANOS && share < 1) {
                        return;
                    }
                    told[0] = now;
                    double rate = (share - first[0]) * job.frames() / ((now - start) / 1e9);
                    try {
                        stop[0] = deliverables.progress(id, Math.round(share * job.frames()), rate);
                    } catch (DataAccessException | TransactionException away) {
                        LOG.warn("progress could not be told; the render goes on");
                    }
                },
                () -> stop[0]);
    }

    /** Tells the database how a render ended, however long it takes to come back. */
    private static void tell(Runnable news) throws InterruptedException {
        while (true) {
            try {
                news.run();
                return;
            } catch (DataAccessException | TransactionException away) {
                LOG.warn("the database does not answer; trying again");
                TimeUnit.SECONDS.sleep(2);
            }
        }
    }
}
