package foldback.core.recipe;

import java.util.Optional;

/**
 * What was measured of a rig's shake.
 *
 * @param algorithm a number that rises whenever the same footage would give another track
 * @param shakeRad how much it trembles faster than every two seconds, root mean square, radians
 * @param fastestRad how fast it turns at most, radians a second
 * @param apartRad how far what single lenses say of its quick part differs from what all do, root mean square, radians; 0 of a single one
 * @param untoldShare of its time in which no lens could tell
 * @param driftRad by how much it may have drifted, standard error, radians; empty where that was not measured, as of a single lens
 * @param readOutSeconds from a picture's first line to its last, as pictures show it; empty where they do not
 * @param log what was found of a motion log, where one was used
 */
public record ShakeMeasure(
        int algorithm,
        double shakeRad,
        double fastestRad,
        double apartRad,
        double untoldShare,
        Optional<Double> driftRad,
        Optional<Double> readOutSeconds,
        Optional<LogMeasure> log) {}
