package foldback.core.recipe;

import foldback.core.motion.log.LogClock;
import foldback.core.motion.log.LogFit;
import foldback.core.space.Direction;
import java.util.List;
import java.util.Optional;

/**
 * What was found of a motion log beside a take's pictures.
 *
 * @param clock its clock beside the take's
 * @param clockSigma standard error of that in the middle of the take, seconds
 * @param explained share of the picture's turning, by its square, that the log has too
 * @param unit radians a second that its unit is
 * @param isMirrored whether its axes are
 * @param faultShare of its time in which it says nothing: gaps, and rates beyond the gyroscope's range
 * @param moments what single parts of the take say of its clock
 * @param up away from what pulls down, in the rig's frame at the first moment; empty without an accelerometer
 * @param upSigma standard error of that, radians
 * @param elsewhere take time at which it may begin just as well, where there is such a one
 */
public record LogMeasure(
        LogClock clock,
        double clockSigma,
        double explained,
        double unit,
        boolean isMirrored,
        double faultShare,
        List<LogFit.Moment> moments,
        Optional<Direction> up,
        double upSigma,
        Optional<Double> elsewhere) {

    public LogMeasure {
        moments = List.copyOf(moments);
    }
}
