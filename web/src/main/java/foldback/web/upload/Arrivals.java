package foldback.web.upload;

import foldback.web.FoldbackProperties;
import foldback.web.Repeated;
import foldback.web.Role;
import foldback.web.gather.Clips;
import foldback.web.page.NotFoundException;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Duration;
import java.util.List;
import java.util.UUID;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.annotation.Profile;
import org.springframework.context.event.EventListener;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;

/**
 * Files that arrived whole and are not in the database yet: each is noted on the disk before it gets its name, and brought into
 * its project as soon as the database answers, also after a restart.
 */
@Component
@Profile(Role.PAGES)
class Arrivals implements DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(Arrivals.class);
    private static final Duration AGAIN = Duration.ofSeconds(2);
    private static final String NOTE = ".arrived";
    private final Clips clips;
    private final FoldbackProperties properties;
    private Repeated repeated;

    Arrivals(Clips clips, FoldbackProperties properties) {
        this.clips = clips;
        this.properties = properties;
    }

    @EventListener(ApplicationReadyEvent.class)
    void start() {
        repeated = Repeated.every(AGAIN, "arrivals", this::bringIn);
    }

    /** Notes a file that is about to get its name. */
    void note(Long projectId, String file) throws IOException {
        Files.createDirectories(folder());
        Path part = folder().resolve(UUID.randomUUID() + ".part");
        Files.writeString(part, projectId + "\n" + file);
        Files.move(part, folder().resolve(UUID.randomUUID() + NOTE), StandardCopyOption.ATOMIC_MOVE);
    }

    /** Brings in what is noted; what the database does not take now is tried again. */
    synchronized void bringIn() {
        for (Path note : notes()) {
            try {
                String[] lines = Files.readString(note).split("\n", 2);
                Path file = properties.media().resolve(lines[1]);
                if (Files.exists(file)) {
                    clips.bringIn(Long.valueOf(lines[0]), lines[1], Files.size(file));
                }
                Files.delete(note);
            } catch (NotFoundException noProject) {
                LOG.warn("{} lies in the media folder, and its project is not there any more", note);
                note.toFile().delete();
            } catch (DataAccessException | TransactionException away) {
                LOG.warn("the database does not answer; a file that arrived is brought in later");
                return;
            } catch (IOException | RuntimeException failed) {
                LOG.error("a file that arrived could not be brought in: {}", note, failed);
            }
        }
    }

    private List<Path> notes() {
        if (!Files.isDirectory(folder())) {
            return List.of();
        }
        try (Stream<Path> all = Files.list(folder())) {
            return all.filter(file -> file.toString().endsWith(NOTE)).toList();
        } catch (IOException failed) {
            LOG.warn("what arrived cannot be listed: {}", failed.getMessage());
            return List.of();
        }
    }

    private Path folder() {
        return properties.work().resolve("arrived");
    }

    @Override
    public void destroy() {
        if (repeated != null) {
            repeated.close();
        }
    }
}
