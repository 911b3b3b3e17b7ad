package foldback.web.deliverable;

import foldback.core.run.Run;
import foldback.engine.document.spec.RenderSpec;
import foldback.engine.render.RenderJob;
import foldback.media.ffmpeg.ImageSequence;
import foldback.media.ffmpeg.VideoCodec;
import foldback.media.ffmpeg.ViewingCopy;
import foldback.web.FoldbackProperties;
import foldback.web.Role;
import foldback.web.page.NotFoundException;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Service;

/** What finished files are looked at with: themselves where browsers play them, else copies, made once when they are first wanted. */
@Service
@Profile(Role.PAGES)
class ViewingCopies {
    private static final Logger LOG = LoggerFactory.getLogger(ViewingCopies.class);
    private static final int PLAYED_BITS = 8;

    private final Deliverables deliverables;
    private final Path folder;
    private final Map<Long, State> under = new ConcurrentHashMap<>();
    private final ExecutorService executor = Executors.newSingleThreadExecutor(task -> {
        Thread thread = new Thread(task, "viewing");
        thread.setDaemon(true);
        return thread;
    });

    /**
     * How far one is.
     *
     * @param share 0 to 1; 1 is there
     * @param message why it could not be made; empty where it could
     */
    record State(double share, String message) {}

    ViewingCopies(Deliverables deliverables, FoldbackProperties properties) {
        this.deliverables = deliverables;
        this.folder = properties.work().resolve("viewing");
    }

    /** Has one made where it is not there; one that failed is tried again. */
    State want(Long id) {
        Path film = deliverables.result(id);
        if (filmOf(id, film).isPresent()) {
            under.remove(id);
            return new State(1, "");
        }
        State now = under.putIfAbsent(id, new State(0, ""));
        if (now == null) {
            executor.execute(() -> make(id, film));
            return new State(0, "");
        }
        if (!now.message().isEmpty()) {
            under.remove(id, now);
        }
        return now;
    }

    private void make(Long id, Path film) {
        try {
            Files.createDirectories(folder);
            Run run = new Run(share -> under.put(id, new State(Math.min(share, 0.99), "")), () -> false);
            make(RenderSpec.read(deliverables.row(id).spec()), id, film, run);
            under.remove(id);
        } catch (InterruptedException ended) {
            Thread.currentThread().interrupt();
        } catch (IOException | RuntimeException failed) {
            LOG.warn("no viewing copy of deliverable {}", id, failed);
            under.put(id, new State(0, failed.getMessage()));
        }
    }

    private void make(RenderSpec spec, Long id, Path film, Run run) throws InterruptedException {
        if (!spec.codec().isImages()) {
            ViewingCopy.make(film, copyOf(id, film), run);
            return;
        }
        RenderJob job = deliverables.job(id);
        ViewingCopy.make(ImageSequence.in(film, spec.codec()), job.rate(), job.canvasTags(), copyOf(id, film), run);
    }

    /** What a browser can play. */
    Path film(Long id) {
        return filmOf(id, deliverables.result(id)).orElseThrow(() -> new NotFoundException("viewing copy of " + id));
    }

    private Optional<Path> filmOf(Long id, Path film) {
        RenderSpec spec = RenderSpec.read(deliverables.row(id).spec());
        if (spec.codec() == VideoCodec.H264 && spec.bits() == PLAYED_BITS) {
            return Optional.of(film);
        }
        return Optional.of(copyOf(id, film)).filter(Files::isRegularFile);
    }

    /** Named by what it was made from. */
    private Path copyOf(Long id, Path film) {
        try {
            return folder.resolve(
                    id + "-" + Files.getLastModifiedTime(film).toMillis() + "-" + Files.size(film) + ".mp4");
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
    }

    @PreDestroy
    void close() {
        executor.shutdownNow();
    }
}
