package foldback.web.gather;

import foldback.engine.take.MediaFolders;
import foldback.web.page.NotFoundException;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** Shows what lies in the folders that the server was given: videos and folders only, nothing outside them. */
@Component
class FootageFolders {
    private static final Set<String> VIDEO = Set.of("mp4", "mov", "m4v", "mkv", "mxf", "avi", "mts", "m2ts", "webm");
    private static final int MOST_FILES = 500;
    private final MediaFolders folders;

    FootageFolders(MediaFolders folders) {
        this.folders = folders;
    }

    /**
     * What a folder holds.
     *
     * @param path of the folder; empty for the list of all that were given
     */
    record Listing(String path, List<String> folders, List<File> files) {}

    /** A video in it. */
    record File(String name, String path, long bytes) {}

    Listing list(String path) {
        if (path.isEmpty()) {
            return new Listing("", List.copyOf(folders.footage().keySet()), List.of());
        }
        List<String> inside = new ArrayList<>();
        List<File> files = new ArrayList<>();
        try (Stream<Path> entries = Files.list(folder(path))) {
            entries.sorted(Comparator.comparing(Path::getFileName)).forEach(entry -> {
                String name = entry.getFileName().toString();
                if (name.startsWith(".") || !isInside(path + "/" + name)) {
                    return;
                }
                if (Files.isDirectory(entry)) {
                    inside.add(name);
                } else if (isVideo(entry)) {
                    files.add(new File(
                            MediaFolders.printable(name),
                            path + "/" + name,
                            entry.toFile().length()));
                }
            });
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        }
        return new Listing(path, inside, files);
    }

    /** The videos that a path means: itself, or all in a folder and its folders. */
    List<File> videos(String path) {
        Path place = folders.resolve(path);
        if (Files.isRegularFile(place)) {
            return List.of(new File(
                    place.getFileName().toString(), path, place.toFile().length()));
        }
        Path root = folder(path);
        try (Stream<Path> entries = Files.walk(root)) {
            List<File> files = entries.filter(Files::isRegularFile)
                    .filter(FootageFolders::isVideo)
                    .filter(file -> !file.getFileName().toString().startsWith("."))
                    .map(file -> {
                        String below = root.relativize(file).toString().replace(java.io.File.separatorChar, '/');
                        return new File(
                                file.getFileName().toString(),
                                path + "/" + below,
                                file.toFile().length());
                    })
                    .filter(file -> isInside(file.path()))
                    .sorted(Comparator.comparing(File::path))
                    .limit(MOST_FILES + 1L)
                    .toList();
            if (files.size() > MOST_FILES) {
                throw new IllegalArgumentException(
                        "'" + path + "' holds more than " + MOST_FILES + " videos. Choose a folder inside it.");
            }
            return files;
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        }
    }

    private Path folder(String path) {
        if (path.indexOf('/') < 0 && !folders.footage().containsKey(path)) {
            throw new NotFoundException("footage folder '" + MediaFolders.printable(path) + "'");
        }
        Path folder = folders.resolve(path.indexOf('/') < 0 ? path + "/" : path);
        if (!Files.isDirectory(folder)) {
            throw new NotFoundException("folder '" + MediaFolders.printable(path) + "'");
        }
        return folder;
    }

    /** Links that lead out of the given folder are left out. */
    private boolean isInside(String path) {
        try {
            return Files.isReadable(folders.resolve(path));
        } catch (foldback.media.MediaException outside) {
            return false;
        }
    }

    private static boolean isVideo(Path file) {
        String name = file.getFileName().toString().toLowerCase(Locale.ROOT);
        return VIDEO.contains(name.substring(name.lastIndexOf('.') + 1));
    }
}
