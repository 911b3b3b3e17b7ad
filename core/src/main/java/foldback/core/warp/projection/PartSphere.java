package foldback.core.warp.projection;

import foldback.core.space.Direction;

/**
 * A part of the sphere, equirectangular: yaw and pitch grow evenly between bounds.
 *
 * @param left yaw of the left side
 * @param right yaw of the right side
 * @param bottom pitch of the lower side
 * @param top pitch of the upper side
 */
public record PartSphere(double left, double right, double bottom, double top) implements Projection {
    /** Everything in front: 180 degrees across and down. */
    public static final PartSphere HALF = new PartSphere(-Math.PI / 2, Math.PI / 2, -Math.PI / 2, Math.PI / 2);

    public PartSphere {
        if (!(right > left && right - left <= 2 * Math.PI && Math.abs(left) <= Math.PI && Math.abs(right) <= Math.PI)) {
            throw new IllegalArgumentException("yaws must rise from -180 to 180 degrees: " + Math.toDegrees(left)
                    + " to " + Math.toDegrees(right));
        }
        if (!(top > bottom && bottom >= -Math.PI / 2 && top <= Math.PI / 2)) {
            throw new IllegalArgumentException("pitches must rise from -90 to 90 degrees: " + Math.toDegrees(bottom)
                    + " to " + Math.toDegrees(top));
        }
    }

    @Override
    public void ray(double x, double y, int width, int height, double[] ray) {
        Sphere.ofYawPitch(left + x / width * (right - left), top - y / height * (top - bottom), ray);
    }

    @Override
    public void place(Direction direction, int width, int height, double[] xy) {
        xy[0] = (direction.yaw() - left) / (right - left) * width;
        xy[1] = (top - direction.pitch()) / (top - bottom) * height;
    }
}
