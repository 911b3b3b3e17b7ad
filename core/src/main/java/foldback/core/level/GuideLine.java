package foldback.core.level;

import foldback.core.space.Direction;
import java.util.List;

/**
 * Something straight in the world, seen as a part of a great circle.
 *
 * @param kind what is known about it
 * @param points at least two places on it, not all the same
 */
public record GuideLine(Kind kind, List<Direction> points) {
    /** What a line says about the upright. */
    public enum Kind {
        /** It hangs straight down: an edge of a house, a mast. */
        PLUMB,
        /** It lies level all round: the horizon of the sea. */
        SEA
    }

    /** Shorter ones say next to nothing. */
    private static final double LEAST_RAD = Math.toRadians(0.5);

    public GuideLine {
        points = List.copyOf(points);
        if (points.size() < 2 || length(points) < LEAST_RAD) {
            throw new IllegalArgumentException("The line is too short to say which way is up: draw it longer.");
        }
    }

    private static double length(List<Direction> points) {
        return points.stream().mapToDouble(points.get(0)::angleTo).max().orElseThrow();
    }
}
