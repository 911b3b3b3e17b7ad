package foldback.engine.steady;

import foldback.core.motion.log.LogFit;
import foldback.core.recipe.LogMeasure;
import java.util.Locale;
import java.util.Optional;

/** What was found of a motion log, in words. */
public final class LogWords {
    /** Of the picture's turning: less of it in the log, and one of the two is not as the rig turned. */
    private static final double AGREES = 0.8;
    /** Of the parts of a take that tell the clock. */
    private static final double MOST_DROPPED = 0.3;

    private static final double MOST_CLOCK_SIGMA = 0.003;
    private static final double MOST_FAULTS = 0.05;

    private LogWords() {}

    /** What it is, in a sentence. */
    public static String of(LogMeasure log) {
        long used = log.moments().stream().filter(LogFit.Moment::used).count();
        return String.format(
                Locale.ROOT,
                "The motion log has %.0f%% of the turning in the pictures, to %.1f ms. It begins at %.2f s of the take%s; %d of %d parts"
                        + " agree on its clock%s.",
                100 * log.explained(),
                1000 * log.clockSigma(),
                log.clock().offsetSeconds(),
                Math.abs(log.clock().driftPpm()) < 1
                        ? ""
                        : String.format(
                                Locale.ROOT,
                                ", its clock off by %.0f ppm",
                                log.clock().driftPpm()),
                used,
                log.moments().size(),
                log.isMirrored() ? "; its axes are mirrored, which is put right" : "");
    }

    /** What is doubtful of it and what to do; empty where nothing is. */
    public static Optional<String> doubt(LogMeasure log) {
        long dropped = log.moments().stream().filter(moment -> !moment.used()).count();
        if (log.elsewhere().isPresent()) {
            return Optional.of(String.format(
                    Locale.ROOT,
                    "The motion log may begin at %.2f s or as well at %.2f s: the rig turned back and forth evenly. Say where it begins,"
                            + " or measure by the pictures alone.",
                    log.clock().offsetSeconds(),
                    log.elsewhere().get()));
        }
        if (log.explained() < AGREES) {
            return Optional.of(String.format(
                    Locale.ROOT,
                    "Only %.0f%% of the pictures' turning is in the motion log: the footage may have been steadied in the camera already,"
                            + " or the sensors were not fixed to the rig. Look at the result, or measure by the pictures alone.",
                    100 * log.explained()));
        }
        if (dropped > MOST_DROPPED * log.moments().size()) {
            return Optional.of(String.format(
                    Locale.ROOT,
                    "%d of %d parts of the take have another clock than the motion log: pictures may be missing, or the log has gaps."
                            + " Look at the result there.",
                    dropped,
                    log.moments().size()));
        }
        if (log.clockSigma() > MOST_CLOCK_SIGMA) {
            return Optional.of(String.format(
                    Locale.ROOT,
                    "The motion log's clock is known to %.0f ms only: the rig turned too slowly to tell it better.",
                    1000 * log.clockSigma()));
        }
        if (log.faultShare() > MOST_FAULTS) {
            return Optional.of(String.format(
                    Locale.ROOT,
                    "In %.0f%% of its time the motion log says nothing: it has gaps, or the gyroscope was at the end of its range. The"
                            + " pictures stand in there.",
                    100 * log.faultShare()));
        }
        return Optional.empty();
    }
}
