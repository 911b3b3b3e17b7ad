package foldback.media;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;

/** Folders of the program's own. */
public final class Folders {
    private Folders() {}

    /** Deletes a folder, if it is there, and all that is in it. */
    public static void delete(Path folder) throws IOException {
        if (!Files.exists(folder)) {
            return;
        }
        List<Path> deepestFirst;
        try (Stream<Path> all = Files.walk(folder)) {
            deepestFirst = all.sorted(Comparator.reverseOrder()).toList();
        }
        for (Path path : deepestFirst) {
            Files.deleteIfExists(path);
        }
    }
}
