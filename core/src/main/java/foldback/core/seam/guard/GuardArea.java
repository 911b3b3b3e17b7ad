package foldback.core.seam.guard;

import foldback.core.numeric.SmoothStep;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import java.util.List;
import java.util.stream.IntStream;

/**
 * A guard at a moment: an ellipse of angles about its middle.
 *
 * @param rigFromArea ahead is its middle, right is along its length
 * @param length from its middle to its end, radians
 * @param width from its middle to its side, radians
 * @param edge over which what is around it comes back, radians
 * @param strength 0 to 1
 */
public record GuardArea(Rotation rigFromArea, double length, double width, double edge, double strength) {

    public Direction middle() {
        return rigFromArea.apply(Direction.FORWARD);
    }

    /** How far a direction is inside: 1 in it, 0 beyond its edge, times its strength. */
    public double inside(Direction seen) {
        Direction own = rigFromArea.inverse().apply(seen);
        double angle = Direction.FORWARD.angleTo(own);
        double flat = Math.hypot(own.x(), own.y());
        if (flat < 1e-12) {
            return angle < 1 ? strength : 0;
        }
        double along = angle * own.x() / flat;
        double across = angle * own.y() / flat;
        double radius = Math.hypot(along / length, across / width);
        // Beyond the ellipse, as far as it is to its rim on the way to the middle.
        double beyond = radius <= 1 ? 0 : angle * (1 - 1 / radius);
        if (edge == 0 || beyond == 0) {
            return beyond > 0 ? 0 : strength;
        }
        return strength * (1 - SmoothStep.of(beyond / edge));
    }

    /**
     * Directions of the rig all round.
     *
     * @param beyond how far outside of its rim, radians
     */
    List<Direction> outline(int count, double beyond) {
        return IntStream.range(0, count)
                .mapToObj(n -> {
                    double turn = 2 * Math.PI * n / count;
                    double along = (length + beyond) * Math.cos(turn);
                    double across = (width + beyond) * Math.sin(turn);
                    double angle = Math.hypot(along, across);
                    double sine = Math.sin(Math.min(Math.PI, angle)) / angle;
                    return rigFromArea.apply(new Direction(along * sine, across * sine, Math.cos(angle)));
                })
                .toList();
    }
}
