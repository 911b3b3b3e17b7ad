package foldback.web.deliverable;

import foldback.media.ffmpeg.VideoCodec;
import java.util.Arrays;
import java.util.function.Predicate;
import java.util.stream.Stream;

/** Names of deliverables as files or folders: they end as their codec says. */
final class FileNames {
    private static final String PART = "[\\p{L}\\p{N}][\\p{L}\\p{N} ._()-]{0,80}";
    private static final int MOST_NAME = 200;
    private static final String NAME = "(?:" + PART + "/){0,3}" + PART;
    private static final int SHOWN = 40;

    private FileNames() {}

    /**
     * What a name becomes as a file's.
     *
     * @throws IllegalArgumentException where it cannot be one
     */
    static String of(String wanted, VideoCodec codec) {
        String given = wanted == null ? "" : wanted;
        String name = stem(given) + codec.ending();
        if (!name.matches(NAME) || name.length() > MOST_NAME) {
            throw new IllegalArgumentException(
                    "The name '" + (given.length() > MOST_NAME ? given.substring(0, SHOWN) + "…" : given)
                            + "' cannot be a file's: use up to 80 letters, digits, spaces, dots and dashes, starting with a letter or"
                            + " digit; up to three folders before it.");
        }
        return name;
    }

    /**
     * Refuses what can be no file's name, whatever the codec.
     *
     * @throws IllegalArgumentException where it cannot be one
     */
    static void check(String wanted) {
        of(wanted, VideoCodec.H264);
    }

    /** The same, or, where it is taken, with the lowest number behind that makes it free. */
    static String free(String wanted, VideoCodec codec, Predicate<String> isTaken) {
        String name = of(wanted, codec);
        String stem = stem(name);
        for (int n = 2; isTaken.test(name); n++) {
            name = stem + " " + n + codec.ending();
        }
        return name;
    }

    /** What else a file that goes beside another may get in the way of: the same with its own ending, and with those of other codecs. */
    static Stream<String> alike(String name, String ending) {
        String stem = stem(name);
        return Stream.concat(
                        Stream.of(ending), Arrays.stream(VideoCodec.values()).map(VideoCodec::ending))
                .distinct()
                .map(other -> stem + other)
                .filter(other -> !other.equals(name));
    }

    private static String stem(String name) {
        return Arrays.stream(VideoCodec.values())
                .map(VideoCodec::ending)
                .filter(name::endsWith)
                .findFirst()
                .map(ending -> name.substring(0, name.length() - ending.length()))
                .orElse(name);
    }
}
