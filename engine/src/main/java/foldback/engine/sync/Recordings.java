package foldback.engine.sync;

import com.github.benmanes.caffeine.cache.Cache;
import foldback.core.recipe.sync.SoundRecording;
import foldback.engine.cache.Caches;
import foldback.engine.take.Contents;
import foldback.engine.take.MediaFolders;
import foldback.engine.take.RecordingFile;
import foldback.engine.take.Sounding;
import foldback.engine.take.Take;
import foldback.engine.take.TakeClip;
import foldback.media.MediaException;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** Sound that was recorded beside takes, by a recorder of its own. */
public final class Recordings {
    private static final long KEPT_LOOKS = 500;
    /** More files of sound in a folder are not all looked into. */
    private static final int MOST_OFFERED = 40;

    private final MediaFolders media;
    private final Contents contents;
    private final Cache<Looked, Optional<String>> looked =
            Caches.builder().maximumSize(KEPT_LOOKS).build();

    public Recordings(MediaFolders media, Contents contents) {
        this.media = media;
        this.contents = contents;
    }

    /**
     * A file that may be a take's recording.
     *
     * @param file as recipes name it
     * @param holds what it is, in words
     */
    public record Offer(String file, String holds) {}

    /** A file as it was when it was looked into. */
    private record Looked(Path path, long bytes, long changed) {}

    /** The files of sound in the folders of a take's clips, by their names. */
    public List<Offer> offers(Take take) {
        Map<String, Path> found = new LinkedHashMap<>();
        take.clips().forEach(clip -> found.putAll(beside(clip)));
        List<Offer> offers = new ArrayList<>();
        found.entrySet().stream()
                .limit(MOST_OFFERED)
                .forEach(file ->
                        holds(file.getValue()).ifPresent(words -> offers.add(new Offer(file.getKey(), words))));
        offers.sort(Comparator.comparing(Offer::file));
        return offers;
    }

    private static Map<String, Path> beside(TakeClip clip) {
        String name = clip.ref().file();
        String folder = name.substring(0, name.lastIndexOf('/') + 1);
        Map<String, Path> found = new LinkedHashMap<>();
        try (Stream<Path> files = Files.list(clip.file().getParent())) {
            files.filter(file -> Files.isRegularFile(file)
                            && RecordingFile.isNamedSo(file.getFileName().toString()))
                    .sorted()
                    .forEach(file -> found.put(folder + file.getFileName(), file));
        } catch (IOException unreadable) {
            // A folder that cannot be listed offers nothing.
            return Map.of();
        }
        return found;
    }

    private Optional<String> holds(Path path) {
        Looked file = new Looked(path, path.toFile().length(), path.toFile().lastModified());
        return looked.get(file, key -> {
            try {
                return RecordingFile.describe(key.path);
            } catch (MediaException unreadable) {
                return Optional.empty();
            }
        });
    }

    /**
     * A file as a take's recording, at the take's beginning.
     *
     * @throws MediaException where it is missing, or no sound alone
     */
    public Sounding open(String file) {
        Path path = media.resolve(file);
        if (!Files.isRegularFile(path)) {
            throw new MediaException(path, file + " is not there. Put it beside the clips, or choose another.");
        }
        if (RecordingFile.describe(path).isEmpty()) {
            throw new MediaException(path, file + " is no sound recording: choose a file that holds sound alone.");
        }
        return RecordingFile.sounding(new SoundRecording(file, contents.of(path), 0, 0, Optional.empty()), path);
    }
}
