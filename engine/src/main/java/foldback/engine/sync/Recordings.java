package foldback.engine.sync;

import com.github.benmanes.caffeine.cache.Cache;
import foldback.core.recipe.sync.SoundRecording;
import foldback.engine.cache.Caches;
import foldback.engine.take.Contents;
import foldback.engine.take.FileState;
import foldback.engine.take.MediaFolders;
import foldback.engine.take.RecordingFile;
import foldback.engine.take.Sounding;
import foldback.engine.take.Take;
import foldback.media.MediaException;
import foldback.media.ffmpeg.MediaProbe;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** Sound that was recorded beside takes, by a recorder of its own. */
public final class Recordings {
    private static final long KEPT_LOOKS = 500;
    /** More files of sound in a folder are not all looked into. */
    private static final int MOST_OFFERED = 40;

    private final MediaFolders media;
    private final Contents contents;
    private final Cache<FileState, Optional<String>> looked =
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

    /** The files of sound in the folders of a take's clips, by their names. */
    public List<Offer> offers(Take take) {
        Map<String, Path> found = new TreeMap<>();
        take.clips().forEach(clip -> found.putAll(clip.beside()));
        return found.entrySet().stream()
                .filter(file -> RecordingFile.isNamedSo(file.getKey()))
                .limit(MOST_OFFERED)
                .flatMap(file -> holds(file.getValue()).map(words -> new Offer(file.getKey(), words)).stream())
                .toList();
    }

    private Optional<String> holds(Path path) {
        return looked.get(FileState.of(path), key -> {
            try {
                return RecordingFile.describe(MediaProbe.probe(key.path()));
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
        if (RecordingFile.describe(MediaProbe.probe(path)).isEmpty()) {
            throw new MediaException(path, file + " is no sound recording: choose a file that holds sound alone.");
        }
        return RecordingFile.sounding(new SoundRecording(file, contents.of(path), 0, 0, Optional.empty()), path);
    }
}
