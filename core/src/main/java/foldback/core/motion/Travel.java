package foldback.core.motion;

/**
 * How a rig moved from one moment to the next.
 *
 * @param told whether its turn could be told
 * @param turn radians about the rig's x, y and z by which the world turned in it, beyond what was believed
 * @param growth of that over a picture
 * @param way a unit vector in the rig's frame, where it goes; all 0 where it stays
 * @param nearness by patch of all lenses, radians a second by which it moves where it lies across the way; smoothed over some pairs
 */
public record Travel(boolean told, double[] turn, Growth growth, double[] way, double[] nearness) {

    /**
     * By how much a turn grows from a picture's first line to its last.
     *
     * @param turn radians about x, y and z
     * @param kept how much of what it truly was is left of it beside what was expected, 0 to 1
     */
    public record Growth(double[] turn, double[] kept) {
        static final Growth NONE = new Growth(new double[3], new double[3]);
    }
}
