package foldback.core.recipe;

/**
 * What was measured of a rig's shake.
 *
 * @param algorithm a number that rises whenever the same footage would give another track
 * @param shakeRad how much it trembles faster than every two seconds, root mean square, radians
 * @param fastestRad how fast it turns at most, radians a second
 * @param apartRad how far what lenses say of it differs, root mean square, radians; 0 of a single one
 * @param untoldShare of its time in which no lens could tell
 */
public record ShakeMeasure(int algorithm, double shakeRad, double fastestRad, double apartRad, double untoldShare) {}
