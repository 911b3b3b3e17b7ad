package foldback.core.warp.projection;

import foldback.core.space.Direction;

/**
 * A projection about its middle: how far from it a direction is shown follows from its angle to the axis alone. Pixels are square.
 *
 * @param law how the distance grows with the angle
 * @param field the angle from the left side through the middle to the right side, radians
 */
public record CentralProjection(Law law, double field) implements Projection {
    /** Distance over focal length, by the angle from the axis. */
    public enum Law {
        /** tan t: what is straight stays straight. */
        FLAT(Math.toRadians(179)) {
            @Override
            double distance(double angle) {
                return angle < Math.PI / 2 ? StrictMath.tan(angle) : Double.NaN;
            }

            @Override
            double angle(double distance) {
                return StrictMath.atan(distance);
            }
        },
        /** 2 tan(t/2): small shapes stay as they are; a sphere looked at from above becomes a planet. */
        STEREOGRAPHIC(Math.toRadians(359)) {
            @Override
            double distance(double angle) {
                return angle < Math.PI ? 2 * StrictMath.tan(angle / 2) : Double.NaN;
            }

            @Override
            double angle(double distance) {
                return 2 * StrictMath.atan(distance / 2);
            }
        },
        /** t: angles from the middle stay as they are, as on a dome. */
        EQUIDISTANT(2 * Math.PI) {
            @Override
            double distance(double angle) {
                return angle;
            }

            @Override
            double angle(double distance) {
                return distance <= Math.PI ? distance : Double.NaN;
            }
        };

        private final double mostField;

        Law(double mostField) {
            this.mostField = mostField;
        }

        /** NaN where the law shows no such angle. */
        abstract double distance(double angle);

        /** NaN where no angle is shown so far out. */
        abstract double angle(double distance);
    }

    public CentralProjection {
        Projection.checkedField(field, law.mostField);
    }

    /** Pixels of the distance 1. */
    private double focalPx(int width) {
        return width / 2.0 / law.distance(field / 2);
    }

    @Override
    public void ray(double x, double y, int width, int height, double[] ray) {
        double across = x - width / 2.0;
        double down = y - height / 2.0;
        double radius = StrictMath.sqrt(across * across + down * down);
        double angle = law.angle(radius / focalPx(width));
        if (Double.isNaN(angle)) {
            Projection.nothing(ray);
            return;
        }
        double share = radius > 0 ? StrictMath.sin(angle) / radius : 0;
        ray[0] = across * share;
        ray[1] = down * share;
        ray[2] = StrictMath.cos(angle);
    }

    @Override
    public void place(Direction direction, int width, int height, double[] xy) {
        double out = StrictMath.sqrt(direction.x() * direction.x() + direction.y() * direction.y());
        double distance = focalPx(width) * law.distance(StrictMath.atan2(out, direction.z()));
        // On the axis every side is as good.
        double share = out > 0 ? distance / out : 0;
        xy[0] = width / 2.0 + direction.x() * share;
        xy[1] = height / 2.0 + direction.y() * share;
    }
}
