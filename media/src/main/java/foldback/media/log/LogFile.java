package foldback.media.log;

import foldback.core.motion.log.LogColumns;
import foldback.core.motion.log.MotionLog;
import foldback.media.MediaException;
import foldback.media.ffmpeg.MediaProbe;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/**
 * A motion log that was read, whose times are counted from its first turning rate: clocks of recorders begin anywhere.
 *
 * @param isUnitSaid whether turning rates are radians a second; else they are in whatever the file has
 * @param readOutSeconds from a picture's first line to its last, where the file says it
 * @param exposureSeconds of a picture, where the file says it
 * @param dropped rows or packets that could not be used
 */
public record LogFile(
        MotionLog log,
        boolean isUnitSaid,
        Optional<Double> readOutSeconds,
        Optional<Double> exposureSeconds,
        int dropped) {
    private static final Set<String> TABLES = Set.of("csv", "tsv", "txt");

    /** Whether a name is one of a table; all else is looked into as a video. */
    public static boolean isTable(String name) {
        return TABLES.contains(name.substring(name.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT));
    }

    /**
     * Reads one.
     *
     * @param columns of a table; empty for what its header says
     * @throws MediaException where it is missing, damaged, or no motion log; {@link ColumnsUnsaidException} where its header does not say enough
     */
    public static LogFile read(Path file, Optional<LogColumns> columns) {
        return isTable(MediaProbe.name(file)) ? LogTable.read(file, columns) : CammTrack.read(file);
    }

    /** Made of sorted samples, or refused by the file's name. */
    static MotionLog log(Path file, SampleList gyro, SampleList acceleration) {
        if (gyro.size() < MotionLog.LEAST) {
            throw new MediaException(
                    file,
                    MediaProbe.name(file) + " holds " + gyro.size()
                            + " turning rates: too few for a motion log, which has " + MotionLog.LEAST
                            + " or more. Choose another file.");
        }
        double begin = gyro.from();
        return new MotionLog(
                gyro.samples(begin),
                acceleration.size() < MotionLog.LEAST ? Optional.empty() : Optional.of(acceleration.samples(begin)));
    }

    /** What it holds, in a line. */
    public String words() {
        List<String> parts = List.of(
                String.format(
                        Locale.ROOT, "%.0f s", log.gyro().to() - log.gyro().from()),
                String.format(
                        Locale.ROOT, "%.0f turning rates a second", log.gyro().rate()),
                log.acceleration().isPresent() ? "with accelerometer" : "no accelerometer");
        return String.join(", ", parts);
    }
}
