package foldback.core.warp;

import foldback.core.space.Direction;
import foldback.core.warp.projection.Projection;
import foldback.core.warp.projection.Sphere;

/** A picture's size, and how it shows directions; the full sphere unless said otherwise. */
public record Canvas(int width, int height, Projection projection) {
    /** The widest canvas; coordinates keep their 16 fraction bits up to there. */
    public static final int MAX_WIDTH = 16384;

    private static final int MIN_SIDE = 32;

    public Canvas {
        projection.check(width, height);
        if (height < MIN_SIDE || width < MIN_SIDE || width > MAX_WIDTH || height > MAX_WIDTH) {
            throw new IllegalArgumentException(
                    "a canvas has sides of " + MIN_SIDE + " to " + MAX_WIDTH + " pixels: " + width + " x " + height);
        }
    }

    /** A full sphere. */
    public Canvas(int width, int height) {
        this(width, height, new Sphere());
    }

    /** What a place looks at; the place must show something. */
    public Direction directionAt(double x, double y) {
        double[] ray = new double[3];
        projection.ray(x, y, width, height, ray);
        return new Direction(ray[0], ray[1], ray[2]);
    }

    /** Pitch of a row of a full sphere. */
    public double pitchAt(double y) {
        return Sphere.pitch(y, height);
    }

    public double xOf(Direction direction) {
        return placeOf(direction)[0];
    }

    public double yOf(Direction direction) {
        return placeOf(direction)[1];
    }

    private double[] placeOf(Direction direction) {
        double[] xy = new double[2];
        projection.place(direction, width, height, xy);
        return xy;
    }

    /** By how much directions change from a pixel of the middle to the next, radians. */
    public double middleRadiansPerPixel() {
        return projection.radiansPerPixel(width / 2.0, height / 2.0, width, height);
    }
}
