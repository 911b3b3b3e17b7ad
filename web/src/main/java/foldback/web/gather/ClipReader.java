package foldback.web.gather;

import foldback.engine.gather.LensPictures;
import foldback.engine.steady.MotionLogs;
import foldback.engine.take.ContentIds;
import foldback.engine.take.MediaFolders;
import foldback.engine.take.RecordingFile;
import foldback.media.MediaException;
import foldback.media.ffmpeg.MediaInfo;
import foldback.media.ffmpeg.MediaProbe;
import foldback.web.Role;
import foldback.web.proxy.ProxyOrders;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.annotation.Profile;
import org.springframework.context.event.EventListener;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;
import org.springframework.transaction.event.TransactionalEventListener;

/** Looks into clips in the background: what they are, what is in them by hash, where their lenses' pictures are. */
@Component
@Profile(Role.PAGES)
class ClipReader implements DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(ClipReader.class);
    private static final int LEAST_SIDE = 64;
    private final Clips clips;
    private final MediaFolders folders;
    private final ContentIds contents;
    private final ProxyOrders orders;
    private final ExecutorService executor = Executors.newFixedThreadPool(2, task -> {
        Thread thread = new Thread(task, "read-clip");
        thread.setDaemon(true);
        return thread;
    });

    ClipReader(Clips clips, MediaFolders folders, ContentIds contents, ProxyOrders orders) {
        this.orders = orders;
        this.clips = clips;
        this.folders = folders;
        this.contents = contents;
    }

    /** Goes on with those that were being read when the pages ended. */
    @EventListener(ApplicationReadyEvent.class)
    void goOn() {
        clips.reading().forEach(clip -> read(clip.projectId(), clip.id(), clip.file()));
    }

    @TransactionalEventListener
    void added(Clips.ClipAdded clip) {
        read(clip.projectId(), clip.id(), clip.file());
    }

    private void read(Long projectId, Long id, String file) {
        executor.execute(() -> {
            try {
                Path path = folders.resolve(file);
                Optional<String> log = MotionLogs.describe(path);
                if (log.isPresent()) {
                    clips.kept(id, log.get());
                    return;
                }
                MediaInfo info = MediaProbe.probe(path);
                Optional<String> recording =
                        RecordingFile.describe(info).filter(words -> RecordingFile.isNamedSo(file));
                if (recording.isPresent()) {
                    clips.kept(
                            id,
                            "A sound recording: " + recording.get()
                                    + ". Sync offers it to takes whose clips lie beside it.");
                    return;
                }
                if (info.video().isEmpty()) {
                    throw new MediaException(path, path.getFileName() + " has no picture, only sound.");
                }
                MediaInfo.Video video = info.video().get();
                if (Math.min(video.width(), video.height()) < LEAST_SIDE) {
                    throw new MediaException(
                            path,
                            path.getFileName() + " is " + video.width() + " x " + video.height()
                                    + " pixels: too small for a lens's picture, which has " + LEAST_SIDE + " or more.");
                }
                List<KnownClip.LensPicture> lenses = LensPictures.find(path, info).stream()
                        .map(found -> new KnownClip.LensPicture(found.area(), found.circle()))
                        .toList();
                String sha256 = contents.of(path);
                clips.ready(projectId, id, sha256, new KnownClip(info, lenses));
                orders.want(sha256, file);
            } catch (MediaException unusable) {
                clips.unusable(id, unusable.getMessage());
            } catch (DataAccessException | TransactionException away) {
                LOG.warn("the database does not answer; {} is read again at the next start", file);
            } catch (RuntimeException failed) {
                LOG.error("reading {} failed", file, failed);
                clips.unusable(id, "Reading it failed unexpectedly; the log of the pages says more.");
            }
        });
    }

    @Override
    public void destroy() {
        executor.shutdownNow();
    }
}
