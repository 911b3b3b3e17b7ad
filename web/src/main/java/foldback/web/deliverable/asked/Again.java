package foldback.web.deliverable.asked;

import tools.jackson.databind.node.ObjectNode;

/**
 * What is to be other than in a deliverable that is made again; the rest stays, whatever became of the take meanwhile.
 *
 * @param name of the new file
 * @param facing the yaw of its picture that comes to the front, degrees
 * @param spec in place of its own; null to keep that
 */
public record Again(String name, double facing, ObjectNode spec) {
    private static final double MOST_FACING = 180;

    /**
     * How far the front is turned, radians.
     *
     * @throws IllegalArgumentException where that is more than half a turn
     */
    public double turned() {
        if (!(Math.abs(facing) <= MOST_FACING)) {
            throw new IllegalArgumentException("A front is turned by -180 to 180 degrees, not by " + facing + ".");
        }
        return Math.toRadians(facing);
    }
}
