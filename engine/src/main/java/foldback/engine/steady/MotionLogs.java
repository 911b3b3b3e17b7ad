package foldback.engine.steady;

import com.github.benmanes.caffeine.cache.Cache;
import foldback.core.motion.log.LogColumns;
import foldback.core.recipe.MotionLogRef;
import foldback.engine.cache.Caches;
import foldback.engine.take.Contents;
import foldback.engine.take.FileState;
import foldback.engine.take.MediaFolders;
import foldback.engine.take.MovedClips;
import foldback.engine.take.Take;
import foldback.engine.take.TakeClip;
import foldback.media.MediaException;
import foldback.media.log.CammTrack;
import foldback.media.log.ColumnsUnsaidException;
import foldback.media.log.LogFile;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** The motion logs of takes: inside clips, and in files beside them. */
public final class MotionLogs {
    private static final int KEPT = 4;
    private static final int KEPT_LOOKS = 500;
    /** More tables in a folder are not all looked into. */
    private static final int MOST_OFFERED = 40;

    private final MediaFolders media;
    private final Contents contents;
    private final Cache<FileState, Optional<Found>> looked =
            Caches.builder().maximumSize(KEPT_LOOKS).build();
    private final Cache<MotionLogRef, LogFile> opened =
            Caches.builder().maximumSize(KEPT).softValues().build();

    public MotionLogs(MediaFolders media, Contents contents) {
        this.media = media;
        this.contents = contents;
    }

    /**
     * A file that may be a take's motion log.
     *
     * @param file as recipes name it
     * @param where why it is offered
     * @param holds what it holds, in a line; empty where its columns have to be said by hand
     * @param columns what they are called, then
     */
    public record Offer(String file, Where where, String holds, List<String> columns) {}

    /** Where a log was found. */
    public enum Where {
        /** A track of one of the clips. */
        INSIDE,
        /** Beside a clip, with its name. */
        SAME_NAME,
        /** In a clip's folder. */
        SAME_FOLDER
    }

    /**
     * Reads the log of a recipe, wherever it is now, and checks that it is the very one.
     *
     * @throws MediaException where it is missing, has changed, or is no log
     */
    public LogFile open(MotionLogRef ref) {
        return opened.get(ref, key -> {
            Path file = MovedClips.locate(key.file(), key.sha256(), media, contents)
                    .orElseThrow(() -> new MediaException(
                            media.resolve(key.file()),
                            key.file()
                                    + ", the motion log of this take, is not there as it was measured with. Put it back, or measure"
                                    + " again without it."));
            return LogFile.read(file, key.columns());
        });
    }

    /**
     * A log by its name, as it is now.
     *
     * @throws MediaException where it is missing or no log
     */
    public MotionLogRef find(String file, Optional<LogColumns> columns, Optional<Double> nearSeconds) {
        Path path = media.resolve(file);
        LogFile read = LogFile.read(path, columns);
        MotionLogRef ref = new MotionLogRef(file, contents.of(path), columns, nearSeconds);
        opened.put(ref, read);
        return ref;
    }

    /**
     * What a file is as a motion log, in a sentence; empty where it may be a clip.
     *
     * @throws MediaException where it is a table that holds no log
     */
    public static Optional<String> describe(Path file) {
        boolean isTable = LogFile.isTable(file.getFileName().toString());
        if (!isTable && !CammTrack.isAlone(file)) {
            return Optional.empty();
        }
        String after = " Steady offers it to takes whose clips lie beside it.";
        try {
            return Optional.of(
                    "A motion log: " + LogFile.read(file, Optional.empty()).words() + "." + after);
        } catch (ColumnsUnsaidException unsaid) {
            return Optional.of("A table that does not say what its columns are; say it there." + after);
        }
    }

    /** What may be a take's log, the likeliest first. */
    public List<Offer> offers(Take take) {
        Map<String, Offer> offers = new LinkedHashMap<>();
        for (TakeClip clip : take.clips()) {
            if (clip.info().origin().dataTracks() > 0 && CammTrack.isIn(clip.file())) {
                offer(clip.ref().file(), clip.file(), Where.INSIDE, offers);
            }
        }
        List<Beside> beside = take.clips().stream()
                .flatMap(clip -> beside(clip).stream())
                .sorted()
                .toList();
        for (Beside found : beside) {
            if (offers.size() < MOST_OFFERED && !offers.containsKey(found.name)) {
                offer(found.name, found.path, found.where, offers);
            }
        }
        return List.copyOf(offers.values());
    }

    /** What it holds as a log, and else what its columns are called. */
    private record Found(String holds, List<String> columns) {}

    private record Beside(Where where, String name, Path path) implements Comparable<Beside> {

        @Override
        public int compareTo(Beside other) {
            int nearer = where.compareTo(other.where);
            return nearer != 0 ? nearer : name.compareTo(other.name);
        }
    }

    /** Tables of the clip's folder, and videos of its name that are nothing but a log. */
    private static List<Beside> beside(TakeClip clip) {
        String stem = stem(clip.file()).toLowerCase(Locale.ROOT);
        List<Beside> found = new ArrayList<>();
        clip.beside().forEach((name, path) -> {
            String own = path.getFileName().toString();
            boolean isNamesake = stem(path).toLowerCase(Locale.ROOT).startsWith(stem);
            boolean isCandidate =
                    LogFile.isTable(own) || isNamesake && own.endsWith(".mp4") && !path.equals(clip.file());
            if (isCandidate) {
                found.add(new Beside(isNamesake ? Where.SAME_NAME : Where.SAME_FOLDER, name, path));
            }
        });
        return found;
    }

    private static String stem(Path file) {
        String name = file.getFileName().toString();
        return name.contains(".") ? name.substring(0, name.lastIndexOf('.')) : name;
    }

    /** What is no log at all is not offered. */
    private void offer(String name, Path path, Where where, Map<String, Offer> offers) {
        looked.get(FileState.of(path), key -> look(key.path()))
                .ifPresent(found -> offers.put(name, new Offer(name, where, found.holds, found.columns)));
    }

    private static Optional<Found> look(Path path) {
        try {
            return Optional.of(new Found(LogFile.read(path, Optional.empty()).words(), List.of()));
        } catch (ColumnsUnsaidException unsaid) {
            return Optional.of(new Found("", unsaid.names()));
        } catch (MediaException noLog) {
            return Optional.empty();
        }
    }
}
