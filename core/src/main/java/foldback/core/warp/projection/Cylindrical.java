package foldback.core.warp.projection;

import foldback.core.space.Direction;

/**
 * On an upright cylinder: yaw grows evenly, verticals stay straight. Pixels in its middle row are square.
 *
 * @param field from the left side to the right side, radians
 */
public record Cylindrical(double field) implements Projection {

    public Cylindrical {
        Projection.checkedField(field, 2 * Math.PI);
    }

    @Override
    public void ray(double x, double y, int width, int height, double[] ray) {
        double yaw = (x / width - 0.5) * field;
        double down = (y - height / 2.0) * field / width;
        double length = StrictMath.sqrt(1 + down * down);
        ray[0] = StrictMath.sin(yaw) / length;
        ray[1] = down / length;
        ray[2] = StrictMath.cos(yaw) / length;
    }

    @Override
    public void place(Direction direction, int width, int height, double[] xy) {
        double out = StrictMath.sqrt(direction.x() * direction.x() + direction.z() * direction.z());
        xy[0] = (direction.yaw() / field + 0.5) * width;
        xy[1] = out > 0 ? height / 2.0 + direction.y() / out * width / field : Double.NaN;
    }
}
