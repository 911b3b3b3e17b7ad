package foldback.core.motion;

/**
 * How a rig moved from one moment to the next.
 *
 * @param told whether its turn could be told
 * @param turn radians about the rig's x, y and z by which the world turned in it, beyond what was believed
 * @param way a unit vector in the rig's frame, where it goes; all 0 where it stays
 * @param nearness by patch of all lenses, radians a second by which it moves where it lies across the way; smoothed over some pairs
 */
public record Travel(boolean told, double[] turn, double[] way, double[] nearness) {}
