package foldback.web.deliverable;

import foldback.engine.render.RenderJob;
import foldback.engine.render.Renderer;
import foldback.media.NoRoomException;
import foldback.web.FoldbackProperties;
import foldback.web.Repeated;
import foldback.web.Role;
import java.io.IOException;
import java.nio.file.FileStore;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.annotation.Profile;
import org.springframework.context.event.EventListener;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;

/** Pauses renders for which a disk has no room, and has them go on when there is some. */
@Component
@Profile(Role.WORKER)
class RoomWatch implements DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(RoomWatch.class);
    private static final Duration LOOK_EVERY = Duration.ofSeconds(3);
    /** Nothing goes on for less: a database and logs want some, too. */
    private static final long LEAST_BYTES = 1 << 20;

    private final Deliverables deliverables;
    private final FoldbackProperties properties;
    private Repeated repeated;

    RoomWatch(Deliverables deliverables, FoldbackProperties properties) {
        this.deliverables = deliverables;
        this.properties = properties;
    }

    @EventListener(ApplicationReadyEvent.class)
    void start() {
        repeated = Repeated.every(LOOK_EVERY, "room-watch", this::look);
    }

    /** Pauses a render that found no room, with what it needs to go on. */
    void pause(Long id, RenderJob job, Path work, NoRoomException full) {
        boolean out = full.file().startsWith(properties.deliverables());
        Renderer.Room room = Renderer.room(job, work);
        long whole = Math.max(room.out(), deliverables.bytesExpected(id, job));
        long toWork = room.out() > 0 ? room.work() : 2 * whole;
        // It failed with this much free: only more than that lets it go further.
        long free = free(out ? properties.deliverables() : properties.renders());
        long least = free + free / 10 + LEAST_BYTES;
        Renderer.Room needed =
                new Renderer.Room(out ? toWork : Math.max(toWork, least), out ? Math.max(whole, least) : whole);
        deliverables.waitForRoom(
                id,
                "Paused: no room in the " + (out ? "folder of deliverables" : "work folder") + ". "
                        + megabytes(free) + " are free, about "
                        + megabytes(out ? needed.out() : needed.work())
                        + " are needed. Finished parts are kept; it goes on by itself when there is room, or by Retry.",
                needed);
    }

    private void look() {
        try {
            deliverables.waitingForRoom().forEach((id, needed) -> {
                if (hasRoom(needed)) {
                    deliverables.retry(id);
                }
            });
            deliverables.callForWaiting();
        } catch (DataAccessException | TransactionException away) {
            LOG.warn("the database does not answer; waiting renders are looked at later");
        }
    }

    private boolean hasRoom(Renderer.Room needed) {
        long work = free(properties.renders());
        long out = free(properties.deliverables());
        return shareOneDisk() ? work >= needed.work() + needed.out() : work >= needed.work() && out >= needed.out();
    }

    private boolean shareOneDisk() {
        try {
            return store(properties.renders()).equals(store(properties.deliverables()));
        } catch (IOException unknown) {
            return false;
        }
    }

    private static long free(Path folder) {
        try {
            return store(folder).getUsableSpace();
        } catch (IOException unknown) {
            return 0;
        }
    }

    private static FileStore store(Path folder) throws IOException {
        return Files.getFileStore(Files.createDirectories(folder));
    }

    private static String megabytes(long bytes) {
        return String.format(java.util.Locale.ROOT, "%.1f MB", bytes / 1e6);
    }

    @Override
    public void destroy() {
        if (repeated != null) {
            repeated.close();
        }
    }
}
