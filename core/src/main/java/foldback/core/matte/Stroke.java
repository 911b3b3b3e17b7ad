package foldback.core.matte;

import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;

/**
 * A stroke of paint in a lens's picture.
 *
 * @param lens the slot of the lens
 * @param kind what the paint says
 * @param shape what its spots are joined to
 * @param spots in order; one at least, three at least of an area
 * @param radius of the brush; of an area, by how much it reaches beyond its outline
 * @param edge over which it fades out beyond that
 * @param during when it counts; empty for always
 */
public record Stroke(
        String lens, Kind kind, Shape shape, List<Spot> spots, double radius, double edge, Optional<During> during) {
    public static final int MOST_SPOTS = 400;
    public static final double MOST_RADIUS = 0.5;
    public static final double MOST_EDGE = 0.25;
    /** Strokes may begin beside the picture. */
    public static final double MOST_BESIDE = 1;

    /** What paint says. */
    public enum Kind {
        /** The lens is shown, and no other one. */
        USE,
        /** The lens is not shown where another one can be. */
        LEAVE_OUT,
        /** What earlier strokes said is forgotten. */
        CLEAR;

        /** What is painted: 1 for a lens that is shown, -1 for one that is left out. */
        double value() {
            return switch (this) {
                case USE -> 1;
                case LEAVE_OUT -> -1;
                case CLEAR -> 0;
            };
        }
    }

    /** What spots are joined to. */
    public enum Shape {
        /** A line through them. */
        LINE,
        /** What a line through them and back to the first one holds. */
        AREA
    }

    /** A place of a lens's picture, shares of its width and height. */
    public record Spot(double x, double y) {}

    public Stroke {
        spots = List.copyOf(spots);
        int least = shape == Shape.AREA ? 3 : 1;
        if (spots.size() < least || spots.size() > MOST_SPOTS) {
            throw new IllegalArgumentException(
                    "A stroke has %d to %d spots, not %d.".formatted(least, MOST_SPOTS, spots.size()));
        }
        if (spots.stream().anyMatch(spot -> !isNear(spot.x) || !isNear(spot.y))) {
            throw new IllegalArgumentException("A stroke lies in its lens's picture, or near it.");
        }
        if (!(radius >= 0 && radius <= MOST_RADIUS) || shape == Shape.LINE && radius == 0) {
            throw new IllegalArgumentException(
                    "A stroke's radius is more than 0, and up to half of the picture's height.");
        }
        if (!(edge >= 0 && edge <= MOST_EDGE)) {
            throw new IllegalArgumentException("A stroke's edge is up to a quarter of the picture's height wide.");
        }
    }

    private static boolean isNear(double place) {
        return place >= -MOST_BESIDE && place <= 1 + MOST_BESIDE;
    }

    double strength(double seconds) {
        return during.map(time -> time.strength(seconds)).orElse(1.0);
    }

    /** The same of a lens whose slot changed. */
    public Stroke withSlots(UnaryOperator<String> slotOf) {
        return new Stroke(slotOf.apply(lens), kind, shape, spots, radius, edge, during);
    }
}
