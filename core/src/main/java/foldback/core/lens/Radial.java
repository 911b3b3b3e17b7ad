package foldback.core.lens;

import foldback.core.space.Direction;
import java.util.function.DoubleUnaryOperator;

/** What all lenses of revolution share: the angle from the axis becomes a radius by a rising function. */
final class Radial {
    private static final int STEPS = 80;

    private Radial() {}

    /**
     * {@link Lens#project} for a fisheye: radius = {@code radiusOf(angle)}.
     *
     * @param limitFor of the largest angle that is asked for: beyond what angle there is no answer
     */
    static void project(
            LensFrame frame,
            DoubleUnaryOperator radiusOf,
            DoubleUnaryOperator limitFor,
            double[] rays,
            double[] xy,
            double[] angles,
            int count) {
        double largest = 0;
        for (int i = 0; i < count; i++) {
            double across = across(rays[3 * i], rays[3 * i + 1]);
            angles[i] = StrictMath.atan2(across, rays[3 * i + 2]);
            largest = Math.max(largest, angles[i]);
        }
        double maxAngle = limitFor.applyAsDouble(largest);
        for (int i = 0; i < count; i++) {
            double x = rays[3 * i];
            double y = rays[3 * i + 1];
            double across = across(x, y);
            double angle = angles[i];
            double scale = angle > maxAngle ? Double.NaN : across == 0 ? 0 : radiusOf.applyAsDouble(angle) / across;
            xy[2 * i] = frame.cx() + scale * x;
            xy[2 * i + 1] = frame.cy() + scale * y;
        }
    }

    private static double across(double x, double y) {
        return StrictMath.sqrt(x * x + y * y);
    }

    /** The inverse of {@link #project} at one place, by bisection of the rising function. */
    static Direction unproject(LensFrame frame, DoubleUnaryOperator radiusOf, double maxAngle, double x, double y) {
        double dx = x - frame.cx();
        double dy = y - frame.cy();
        double radius = StrictMath.sqrt(dx * dx + dy * dy);
        if (radius > radiusOf.applyAsDouble(maxAngle)) {
            throw new IllegalArgumentException("no direction lands at " + x + ", " + y);
        }
        double low = 0;
        double high = maxAngle;
        for (int i = 0; i < STEPS; i++) {
            double middle = (low + high) / 2;
            if (radiusOf.applyAsDouble(middle) < radius) {
                low = middle;
            } else {
                high = middle;
            }
        }
        double angle = (low + high) / 2;
        if (radius == 0) {
            return Direction.FORWARD;
        }
        double sin = StrictMath.sin(angle);
        return new Direction(dx / radius * sin, dy / radius * sin, StrictMath.cos(angle));
    }

    /** The end of the range from 0, at most {@code limit}, in which the function rises. */
    static double risingUntil(DoubleUnaryOperator radiusOf, double limit) {
        int steps = 128;
        double last = 0;
        for (int i = 1; i <= steps; i++) {
            double radius = radiusOf.applyAsDouble(limit * i / steps);
            if (!(radius > last)) {
                return limit * (i - 1) / steps;
            }
            last = radius;
        }
        return limit;
    }
}
