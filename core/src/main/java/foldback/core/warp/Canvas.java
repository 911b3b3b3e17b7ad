package foldback.core.warp;

import foldback.core.space.Direction;

/** An equirectangular canvas, 2:1: x = (yaw/2pi + 1/2) W, y = (1/2 - pitch/pi) H. */
public record Canvas(int width, int height) {
    /** The widest canvas; coordinates keep their 16 fraction bits up to there. */
    public static final int MAX_WIDTH = 16384;

    public Canvas {
        if (width != 2 * height || width % 4 != 0 || width < 64 || width > MAX_WIDTH) {
            throw new IllegalArgumentException("a canvas is 2:1, its width a multiple of 4 from 64 to " + MAX_WIDTH
                    + ": " + width + " x " + height);
        }
    }

    public double yawAt(double x) {
        return (x / width - 0.5) * 2 * Math.PI;
    }

    public double pitchAt(double y) {
        return (0.5 - y / height) * Math.PI;
    }

    public Direction directionAt(double x, double y) {
        return Direction.ofYawPitch(yawAt(x), pitchAt(y));
    }

    public double xOf(Direction direction) {
        return (direction.yaw() / (2 * Math.PI) + 0.5) * width;
    }

    public double yOf(Direction direction) {
        return (0.5 - direction.pitch() / Math.PI) * height;
    }
}
