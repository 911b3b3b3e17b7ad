package foldback.core.recipe.depth;

import java.util.List;

/**
 * From the disparities that were filmed to those that are wanted: straight lines between points, going on beyond the first and the last
 * one. Without points everything stays; with one, everything is moved by as much.
 *
 * @param points their filmed disparities rising, and their wanted ones not falling, so that nothing comes to lie before what hides it
 */
public record DepthCurve(List<Point> points) {
    /** What was filmed is wanted. */
    public static final DepthCurve NONE = new DepthCurve(List.of());

    public static final int MOST_POINTS = 16;

    /** Steeper curves tear near things off what is behind them. */
    public static final double STEEPEST = 2.5;

    /**
     * A disparity and what is to become of it, radians.
     *
     * @param filmed as measured
     * @param wanted as it is to be shown, before the screen plane
     */
    public record Point(double filmed, double wanted) {}

    public DepthCurve {
        points = List.copyOf(points);
        if (points.size() > MOST_POINTS) {
            throw new IllegalArgumentException(
                    "a curve of depth has up to " + MOST_POINTS + " points: " + points.size());
        }
        for (int i = 1; i < points.size(); i++) {
            double slope = slope(points.get(i - 1), points.get(i));
            // Not a number is not within.
            if (!(points.get(i).filmed() > points.get(i - 1).filmed() && slope >= 0 && slope <= STEEPEST)) {
                throw new IllegalArgumentException("points of a curve of depth rise, and wanted disparities by 0 to "
                        + STEEPEST + " times as much: " + points);
            }
        }
    }

    private static double slope(Point one, Point two) {
        return (two.wanted() - one.wanted()) / (two.filmed() - one.filmed());
    }

    public boolean isNone() {
        return points.isEmpty();
    }

    /** What is wanted of a disparity, radians. */
    public double at(double filmed) {
        if (points.isEmpty()) {
            return filmed;
        }
        if (points.size() == 1) {
            return filmed + points.get(0).wanted() - points.get(0).filmed();
        }
        int next = 1;
        while (next < points.size() - 1 && points.get(next).filmed() < filmed) {
            next++;
        }
        Point before = points.get(next - 1);
        return before.wanted() + slope(before, points.get(next)) * (filmed - before.filmed());
    }
}
