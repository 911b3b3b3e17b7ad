package foldback.core.motion.log;

import java.util.Optional;

/**
 * What sensors on a rig recorded of its motion.
 *
 * @param gyro turning rates, radians a second where the log says its unit, else in whatever it has
 * @param acceleration metres a second squared, or in whatever the log has: only its direction is used
 */
public record MotionLog(Samples gyro, Optional<Samples> acceleration) {
    /** Fewer tell nothing. */
    public static final int LEAST = 20;

    /** @throws IllegalArgumentException where there are too few turning rates to be of use */
    public MotionLog {
        if (gyro.size() < LEAST) {
            throw new IllegalArgumentException(
                    "a motion log needs " + LEAST + " turning rates or more: " + gyro.size());
        }
    }
}
