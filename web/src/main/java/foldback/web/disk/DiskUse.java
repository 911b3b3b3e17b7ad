package foldback.web.disk;

import foldback.web.FoldbackProperties;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.FileStore;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;

/** What this installation takes of the disk, and the removal of what can be made again. */
@Service
class DiskUse {
    /** Younger files may be at work. */
    private static final Duration SETTLED = Duration.ofMinutes(10);

    /** An upload that nobody went on with for so long may be removed by a press; by itself it goes after a week. */
    private static final Duration GIVEN_UP = Duration.ofHours(12);

    private final FoldbackProperties properties;
    private final Clock clock;

    DiskUse(FoldbackProperties properties, Clock clock) {
        this.properties = properties;
        this.clock = clock;
    }

    /**
     * A kind of files.
     *
     * @param key for programs
     * @param remakeable whether it may be removed here: it is made again when it is needed, or nobody goes on with it
     */
    record Kind(String key, String name, long bytes, int files, boolean remakeable) {}

    /** All kinds, and the room that is left on the disk. */
    record Report(List<Kind> kinds, long free) {}

    Report report() {
        try {
            FileStore store = Files.getFileStore(Files.createDirectories(properties.work()));
            return new Report(
                    List.of(
                            kind("media", "Uploads and demo clips", properties.media(), false),
                            kind("deliverables", "Deliverables", properties.deliverables(), false),
                            kind("uploading", "Uploads that are not whole yet", properties.uploading(), true),
                            kind("render", "Parts of deliverables that are not done", properties.renders(), false),
                            kind("proxies", "Proxies", work("proxies"), true),
                            kind("health", "Findings about clips", work("health"), true),
                            kind("sounds", "Decoded sound", work("sounds"), true),
                            kind("contents", "Known contents of files", work("contents"), true)),
                    store.getUsableSpace());
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
    }

    /**
     * Removes the files of a kind that can be made again; those changed within the last minutes stay.
     *
     * @return how many bytes were set free
     */
    long clean(String key) {
        Kind kind = report().kinds().stream()
                .filter(each -> each.key().equals(key) && each.remakeable())
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException(
                        "'" + key + "' cannot be cleaned up here: it could not be made again."));
        Instant before = clock.instant().minus(key.equals("uploading") ? GIVEN_UP : SETTLED);
        long freed = 0;
        for (Path file : files(work(kind.key()))) {
            try {
                if (Files.getLastModifiedTime(file).toInstant().isBefore(before)) {
                    long size = Files.size(file);
                    freed += Files.deleteIfExists(file) ? size : 0;
                }
            } catch (NoSuchFileException gone) {
                // Somebody else removed it first.
            } catch (IOException failed) {
                throw new UncheckedIOException(failed);
            }
        }
        return freed;
    }

    private Path work(String name) {
        return properties.work().resolve(name);
    }

    private static Kind kind(String key, String name, Path folder, boolean remakeable) {
        List<Path> files = files(folder);
        long bytes = files.stream().mapToLong(file -> file.toFile().length()).sum();
        return new Kind(key, name, bytes, files.size(), remakeable);
    }

    private static List<Path> files(Path folder) {
        if (!Files.isDirectory(folder)) {
            return List.of();
        }
        try (Stream<Path> all = Files.walk(folder)) {
            return all.filter(Files::isRegularFile).toList();
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
    }
}
