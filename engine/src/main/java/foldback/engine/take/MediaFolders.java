package foldback.engine.take;

import foldback.media.MediaException;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * The only folders in which clips are looked for: the application's own media folder, and footage folders that were named,
 * whose clips are used where they lie. A recipe names a file of a footage folder by the folder's name and the path below it,
 * else by the path below the media folder.
 *
 * @param own the application's media folder
 * @param footage the named folders
 */
public record MediaFolders(Path own, Map<String, Path> footage) {

    /** Folders that the application makes in its own media folder; no footage folder may be named so. */
    public static final String DEMO = "demo";

    public static final String UPLOADS = "uploads";

    public static final String CUBES = "cubes";

    private static final Set<String> TAKEN = Set.of(DEMO, UPLOADS, CUBES);

    public MediaFolders {
        footage = Collections.unmodifiableMap(new LinkedHashMap<>(footage));
    }

    /** One folder for everything. */
    public static MediaFolders of(Path own) {
        return new MediaFolders(own, Map.of());
    }

    /** Names footage folders by their last names; where a name is taken, a number is put behind. */
    public static MediaFolders of(Path own, List<Path> footage) {
        Map<String, Path> named = new LinkedHashMap<>();
        for (Path folder : footage) {
            Path last = folder.toAbsolutePath().normalize().getFileName();
            String base = last == null ? "root" : last.toString();
            String name = base;
            for (int n = 2; named.containsKey(name) || TAKEN.contains(name); n++) {
                name = base + " " + n;
            }
            named.put(name, folder.toAbsolutePath().normalize());
        }
        return new MediaFolders(own, named);
    }

    /**
     * The file that a recipe's path means, links resolved; it need not be there.
     *
     * @throws MediaException where the path leads out of its folder, or cannot be a path
     */
    public Path resolve(String path) {
        int slash = path.indexOf('/');
        Path named = slash > 0 ? footage.get(path.substring(0, slash)) : null;
        return named == null ? within(own, path) : within(named, path.substring(slash + 1));
    }

    /** A path below a folder, links resolved; refuses what leads out of it. */
    private static Path within(Path folder, String relative) {
        try {
            Path root = folder.toRealPath();
            Path file = root.resolve(relative).normalize();
            Path real = Files.exists(file) ? file.toRealPath() : file;
            if (real.startsWith(root)) {
                return real;
            }
        } catch (InvalidPathException notAPath) {
            throw new MediaException(folder, "'" + printable(relative) + "' cannot be a file's name.", notAPath);
        } catch (IOException unreadable) {
            throw new MediaException(
                    folder, "The folder " + folder.getFileName() + " cannot be read. Is its disk there?", unreadable);
        }
        throw new MediaException(folder, "'" + printable(relative) + "' lies outside the media folder.");
    }

    /** A name that can be shown: without control characters. */
    public static String printable(String name) {
        return name.replaceAll("\\p{Cntrl}", "\uFFFD");
    }
}
