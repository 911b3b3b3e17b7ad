package foldback.core.warp.projection;

import foldback.core.space.Direction;

/**
 * A wide view whose verticals and lines towards the middle stay straight: a cylinder projected from behind its axis (Sharpless,
 * Postle and German 2010, Panini: a new projection for rendering wide angle perspective images). Pixels in the middle are square.
 *
 * @param field from the left side to the right side in the middle row, radians
 * @param behind how far behind the axis it is projected from, radii of the cylinder: 0 is flat, 1 the usual one
 */
public record Panini(double field, double behind) implements Projection {
    private static final double MOST_BEHIND = 10;

    public Panini {
        if (!(behind >= 0 && behind <= MOST_BEHIND)) {
            throw new IllegalArgumentException("'behind' must be 0 to " + MOST_BEHIND + ": " + behind);
        }
        // From inside of the cylinder less than what lies behind the point can be seen.
        double most = behind < 1 ? 2 * StrictMath.acos(-behind) : 2 * Math.PI;
        Projection.checkedField(field, most - Math.toRadians(1));
    }

    private double stretch(double cosYaw) {
        return (behind + 1) / (behind + cosYaw);
    }

    /** Pixels of the distance 1 in the middle. */
    private double focalPx(int width) {
        double half = field / 2;
        return width / 2.0 / (stretch(StrictMath.cos(half)) * StrictMath.sin(half));
    }

    @Override
    public void ray(double x, double y, int width, int height, double[] ray) {
        double focal = focalPx(width);
        double across = (x - width / 2.0) / focal;
        double down = (y - height / 2.0) / focal;
        double k = across * across / ((behind + 1) * (behind + 1));
        double root = k * k * behind * behind - (k + 1) * (k * behind * behind - 1);
        if (root < 0) {
            Projection.nothing(ray);
            return;
        }
        double cosYaw = (-k * behind + StrictMath.sqrt(root)) / (k + 1);
        double stretch = stretch(cosYaw);
        double yaw = StrictMath.atan2(across, stretch * cosYaw);
        double rise = down / stretch;
        double length = StrictMath.sqrt(1 + rise * rise);
        ray[0] = StrictMath.sin(yaw) / length;
        ray[1] = rise / length;
        ray[2] = StrictMath.cos(yaw) / length;
    }

    @Override
    public void place(Direction direction, int width, int height, double[] xy) {
        double out = StrictMath.sqrt(direction.x() * direction.x() + direction.z() * direction.z());
        double cosYaw = out > 0 ? direction.z() / out : Double.NaN;
        if (!(behind + cosYaw > 0)) {
            xy[0] = Double.NaN;
            xy[1] = Double.NaN;
            return;
        }
        double scale = focalPx(width) * stretch(cosYaw);
        xy[0] = width / 2.0 + scale * direction.x() / out;
        xy[1] = height / 2.0 + scale * direction.y() / out;
    }
}
