package foldback.core.warp.projection;

import foldback.core.space.Direction;

/** The full sphere, equirectangular, 2:1: x = (yaw/2pi + 1/2) W, y = (1/2 - pitch/pi) H. */
public record Sphere() implements Projection {

    @Override
    public Edges edges() {
        return Edges.WRAP;
    }

    @Override
    public void check(int width, int height) {
        if (width != 2 * height || width % 4 != 0) {
            throw new IllegalArgumentException("a canvas is 2:1, its width a multiple of 4: " + width + " x " + height);
        }
    }

    private static double yaw(double x, int width) {
        return (x / width - 0.5) * 2 * Math.PI;
    }

    /** Pitch of a row, radians. */
    public static double pitch(double y, int height) {
        return (0.5 - y / height) * Math.PI;
    }

    @Override
    public void ray(double x, double y, int width, int height, double[] ray) {
        ofYawPitch(yaw(x, width), pitch(y, height), ray);
    }

    static void ofYawPitch(double yaw, double pitch, double[] ray) {
        double cosPitch = StrictMath.cos(pitch);
        ray[0] = StrictMath.sin(yaw) * cosPitch;
        ray[1] = -StrictMath.sin(pitch);
        ray[2] = StrictMath.cos(yaw) * cosPitch;
    }

    @Override
    public void place(Direction direction, int width, int height, double[] xy) {
        xy[0] = (direction.yaw() / (2 * Math.PI) + 0.5) * width;
        xy[1] = (0.5 - direction.pitch() / Math.PI) * height;
    }

    @Override
    public double radiansPerPixel(double x, double y, int width, int height) {
        return Math.PI / height;
    }

    /** Columns share their yaw and rows their pitch, so that a row takes two sines and no more. */
    @Override
    public RowRays rows(int width, int height, double firstX, double step, int count) {
        double[] sin = new double[count];
        double[] cos = new double[count];
        for (int i = 0; i < count; i++) {
            double yaw = yaw(i * step + firstX, width);
            sin[i] = StrictMath.sin(yaw);
            cos[i] = StrictMath.cos(yaw);
        }
        return (row, rays) -> {
            double pitch = pitch(row, height);
            double cosPitch = StrictMath.cos(pitch);
            double y = -StrictMath.sin(pitch);
            for (int i = 0; i < count; i++) {
                rays[3 * i] = sin[i] * cosPitch;
                rays[3 * i + 1] = y;
                rays[3 * i + 2] = cos[i] * cosPitch;
            }
        };
    }
}
