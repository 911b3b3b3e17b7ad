package foldback.web.deliverable;

import foldback.core.run.Run;
import foldback.engine.form.DocumentException;
import foldback.engine.render.BusyException;
import foldback.engine.render.RenderJob;
import foldback.engine.render.Renderer;
import foldback.engine.render.Verified;
import foldback.media.ChildKilledException;
import foldback.media.MediaException;
import foldback.media.NoRoomException;
import foldback.web.FoldbackProperties;
import foldback.web.Persistent;
import foldback.web.Role;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.atomic.AtomicBoolean;
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

    /** More than this are no accident. */
    private static final int ATTEMPTS = 10;

    private final AtomicBoolean busy = new AtomicBoolean();
    private final Deliverables deliverables;
    private final RoomWatch room;
    private final FoldbackProperties properties;

    RenderTask(Deliverables deliverables, RoomWatch room, FoldbackProperties properties) {
        this.room = room;
        this.deliverables = deliverables;
        this.properties = properties;
    }

    /** Works off the queue, one after the other, until nothing waits. */
    void carryOut(long ticket) throws InterruptedException {
        Optional<Long> next = Persistent.ask(() -> deliverables.takeUp(ticket));
        while (next.isPresent()) {
            Long id = next.get();
            carryOutOne(id);
            next = Persistent.ask(() -> deliverables.takeUp(ticket));
        }
    }

    /** Whether it carries one out. */
    boolean isBusy() {
        return busy.get();
    }

    /** What makes files here. */
    static Renderer renderer() {
        return new Renderer(Runtime.getRuntime().availableProcessors(), ENCODER_NICENESS);
    }

    private void carryOutOne(Long id) throws InterruptedException {
        busy.set(true);
        try {
            begin(id);
        } finally {
            busy.set(false);
        }
    }

    private void begin(Long id) throws InterruptedException {
        Deliverable row = Persistent.ask(() -> deliverables.row(id));
        if (row.cancelAsked()) {
            Persistent.tell(() -> deliverables.ended(id, Deliverable.State.CANCELLED, "Cancelled."));
            return;
        }
        Path work = properties.renders().resolve(Long.toString(id));
        Path out = properties.deliverables().resolve(row.name());
        try {
            RenderJob job = Persistent.ask(() -> deliverables.job(id));
            try {
                render(id, job, work, out);
                Files.deleteIfExists(work);
            } catch (NoRoomException full) {
                Persistent.tell(() -> room.pause(id, job, work, full));
            }
        } catch (CancellationException stopped) {
            boolean paused = Persistent.ask(() -> deliverables.row(id)).pauseAsked();
            Persistent.tell(() -> deliverables.ended(
                    id,
                    paused ? Deliverable.State.PAUSED : Deliverable.State.CANCELLED,
                    paused ? "Paused. Finished parts are kept." : "Cancelled. Finished parts are kept for a retry."));
        } catch (BusyException elsewhere) {
            // The database took one for dead that works: it goes on, and this ticket comes again in case it does die.
            throw elsewhere;
        } catch (MediaException | DocumentException | IllegalArgumentException failed) {
            Persistent.tell(() -> deliverables.ended(id, Deliverable.State.FAILED, failed.getMessage()));
        } catch (java.io.IOException | RuntimeException failed) {
            LOG.error("deliverable {} failed", id, failed);
            Persistent.tell(() -> deliverables.ended(
                    id,
                    Deliverable.State.FAILED,
                    "The render failed unexpectedly; the worker's log says more. Finished parts are kept."));
        }
    }

    /** Renders, and goes on from the finished parts where a decoder or encoder was ended from outside. */
    private void render(Long id, RenderJob job, Path work, Path out) throws InterruptedException {
        Renderer renderer = renderer();
        for (int attempt = 1; ; attempt++) {
            try {
                renderer.render(job, work, out, progress(id, job), record(id));
                return;
            } catch (ChildKilledException killed) {
                if (attempt == ATTEMPTS) {
                    throw killed;
                }
                LOG.warn("deliverable {}: {} It goes on by itself.", id, killed.getMessage());
            }
        }
    }

    private Renderer.Record record(Long id) {
        return new Renderer.Record() {
            @Override
            public boolean isOpen() throws InterruptedException {
                return Persistent.ask(() -> deliverables.row(id)).state() == Deliverable.State.WORKING;
            }

            @Override
            public void done(Verified verified) throws InterruptedException {
                Persistent.tell(() -> deliverables.done(id, verified));
            }
        };
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
}
