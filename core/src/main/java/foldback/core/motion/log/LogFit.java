package foldback.core.motion.log;

import java.util.List;
import java.util.Optional;

/**
 * How a log lies to a take: {@code rate in the rig = scale * mounting * (rate in the log - bias)}.
 *
 * @param clock by which the log's turns fall on the picture's, whose time is that of the middle row's mid-exposure wherever a picture's own time is
 * @param clockSigma standard error of that in the middle of the take, seconds
 * @param mounting row by row, takes the log's axes to the rig's; its determinant is -1 where the log's axes are mirrored
 * @param mountingSigma standard error of that, radians about the axis that is known least
 * @param scale radians a second that the log's unit is
 * @param bias what the log shows at rest, in its own axes and unit
 * @param noise standard deviation of what the picture's turns from moment to moment are off the log's, radians about an axis
 * @param explained share of the picture's turning, by its square, that the log has too, 0 to 1
 * @param faultShare of the log's time in which it says nothing: gaps, and rates beyond the gyroscope's range
 * @param moments what single parts of the take say
 * @param rival the best of those that lie elsewhere, where it is about as good: a rig that turned back and forth evenly
 */
public record LogFit(
        LogClock clock,
        double clockSigma,
        double[] mounting,
        double mountingSigma,
        double scale,
        double[] bias,
        double noise,
        double explained,
        double faultShare,
        List<Moment> moments,
        Optional<Rival> rival) {
    /** What the second best leaves of the turning may be so much more than what the best leaves, and still be as good. */
    private static final double AS_GOOD = 3;

    /**
     * Another clock that a log may have as well.
     *
     * @param offsetSeconds take time at which its clock would show 0
     * @param explained as of the fit itself
     */
    public record Rival(double offsetSeconds, double explained) {}

    /**
     * What a part of a take says of a log's clock.
     *
     * @param seconds take time of its middle
     * @param offSeconds by how much the log is late there, beyond what its clock says
     * @param sigma standard error of that
     * @param used whether the clock follows from it, too: not where it is off by far more than it may be
     */
    public record Moment(double seconds, double offSeconds, double sigma, boolean used) {}

    public LogFit {
        moments = List.copyOf(moments);
    }

    LogFit withRival(Optional<LogFit> second) {
        Optional<Rival> found = second.filter(other -> 1 - other.explained < AS_GOOD * (1 - explained))
                .map(other -> new Rival(other.clock.offsetSeconds(), other.explained));
        return new LogFit(
                clock, clockSigma, mounting, mountingSigma, scale, bias, noise, explained, faultShare, moments, found);
    }

    public boolean isMirrored() {
        double[] m = mounting;
        return m[0] * (m[4] * m[8] - m[5] * m[7])
                        - m[1] * (m[3] * m[8] - m[5] * m[6])
                        + m[2] * (m[3] * m[7] - m[4] * m[6])
                < 0;
    }

    /** A vector of the log's own axes in the rig's. */
    double[] inRig(double x, double y, double z) {
        return new double[] {
            mounting[0] * x + mounting[1] * y + mounting[2] * z,
            mounting[3] * x + mounting[4] * y + mounting[5] * z,
            mounting[6] * x + mounting[7] * y + mounting[8] * z
        };
    }
}
