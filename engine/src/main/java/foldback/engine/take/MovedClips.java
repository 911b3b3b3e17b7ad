package foldback.engine.take;

import foldback.media.MediaException;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.stream.Stream;

/** Finds clips and what belongs to them that were moved or renamed within the media folders, by what is in them. */
public final class MovedClips {
    private static final int DEEPEST = 8;
    private static final int MOST_FILES = 50_000;
    /** Where nobody knows how long the clip is, so many files are read at the most. */
    private static final int MOST_READ = 200;

    private MovedClips() {}

    /** A file by the name that recipes have for it or, where something else or nothing bears it, by what is in it; empty where it is away. */
    public static Optional<Path> locate(String file, String sha256, MediaFolders media, Contents contents) {
        Path named = media.resolve(file);
        boolean isThere = Files.isRegularFile(named) && contents.of(named).equals(sha256);
        return isThere ? Optional.of(named) : find(sha256, media, contents);
    }

    /** A file with this content, anywhere in the folders. */
    private static Optional<Path> find(String sha256, MediaFolders media, Contents contents) {
        OptionalLong size = contents.sizeOf(sha256);
        List<Path> roots = new ArrayList<>(media.footage().values());
        roots.add(media.own());
        for (Path root : roots) {
            try (Stream<Path> files = Files.walk(root.toRealPath(), DEEPEST)) {
                Optional<Path> found = files.limit(MOST_FILES)
                        // A link may lead out of the folders.
                        .filter(file -> Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS))
                        .filter(file -> size.isEmpty() || file.toFile().length() == size.getAsLong())
                        .limit(MOST_READ)
                        .filter(file -> holds(file, sha256, contents))
                        .findFirst();
                if (found.isPresent()) {
                    return found;
                }
            } catch (IOException | UncheckedIOException unreadable) {
                // A folder whose disk is away holds nothing now.
            }
        }
        return Optional.empty();
    }

    private static boolean holds(Path file, String sha256, Contents contents) {
        try {
            return contents.of(file).equals(sha256);
        } catch (MediaException unreadable) {
            return false;
        }
    }
}
