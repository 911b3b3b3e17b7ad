package foldback.core.measure;

import foldback.core.picture.Plane;

/**
 * Samples by formula in double precision, to hold the fast kernels against; sample centres lie at whole numbers. Places are at
 * least 1 sample from the left and top and 2 from the right and bottom.
 */
public final class SlowSampling {
    private SlowSampling() {}

    public static double bilinear(Plane plane, double x, double y) {
        int i = (int) Math.floor(x);
        int j = (int) Math.floor(y);
        double fx = x - i;
        double fy = y - j;
        return (plane.get(i, j) * (1 - fx) + plane.get(i + 1, j) * fx) * (1 - fy)
                + (plane.get(i, j + 1) * (1 - fx) + plane.get(i + 1, j + 1) * fx) * fy;
    }

    /** Cubic convolution of Keys 1981, eq. 15, a = -1/2. */
    public static double bicubic(Plane plane, double x, double y) {
        int i = (int) Math.floor(x);
        int j = (int) Math.floor(y);
        double sum = 0;
        for (int row = -1; row <= 2; row++) {
            for (int column = -1; column <= 2; column++) {
                sum += keys(x - i - column) * keys(y - j - row) * plane.get(i + column, j + row);
            }
        }
        return sum;
    }

    private static double keys(double distance) {
        double s = Math.abs(distance);
        return s < 1 ? (1.5 * s - 2.5) * s * s + 1 : s < 2 ? ((-0.5 * s + 2.5) * s - 4) * s + 2 : 0;
    }
}
