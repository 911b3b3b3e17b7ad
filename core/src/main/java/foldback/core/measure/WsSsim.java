package foldback.core.measure;

import foldback.core.picture.Plane;

/**
 * Structural similarity (Wang et al. 2004: Gaussian windows of 11 x 11, sigma 1.5) of places of equirectangular pictures, weighted by the
 * area that a pixel has on the sphere.
 */
public final class WsSsim {
    private static final int REACH = 5;
    private static final double SIGMA = 1.5;
    private static final double C1 = 0.01 * 0.01;
    private static final double C2 = 0.03 * 0.03;
    private static final double[] WINDOW = window();

    private WsSsim() {}

    /** Which pixels count. */
    @FunctionalInterface
    public interface Region {
        boolean holds(int x, int y);
    }

    private static double[] window() {
        double[] window = new double[2 * REACH + 1];
        double sum = 0;
        for (int i = -REACH; i <= REACH; i++) {
            window[i + REACH] = StrictMath.exp(-i * i / (2 * SIGMA * SIGMA));
            sum += window[i + REACH];
        }
        for (int i = 0; i < window.length; i++) {
            window[i] /= sum;
        }
        return window;
    }

    /** The mean over a region; 1 for equal pictures. */
    public static double of(Plane found, Plane wanted, int maxValue, Region region) {
        if (found.width() != wanted.width() || found.height() != wanted.height()) {
            throw new IllegalArgumentException("planes must have one size: " + found.width() + " x " + found.height()
                    + " and " + wanted.width() + " x " + wanted.height());
        }
        double sum = 0;
        double weights = 0;
        for (int y = 0; y < found.height(); y++) {
            double weight = StrictMath.cos((y + 0.5 - found.height() / 2.0) * Math.PI / found.height());
            for (int x = 0; x < found.width(); x++) {
                if (region.holds(x, y)) {
                    sum += weight * at(found, wanted, maxValue, x, y);
                    weights += weight;
                }
            }
        }
        return sum / weights;
    }

    private static double at(Plane found, Plane wanted, int maxValue, int x, int y) {
        double meanA = 0;
        double meanB = 0;
        double squareA = 0;
        double squareB = 0;
        double product = 0;
        for (int j = -REACH; j <= REACH; j++) {
            int row = Math.max(0, Math.min(found.height() - 1, y + j));
            for (int i = -REACH; i <= REACH; i++) {
                int column = Math.floorMod(x + i, found.width());
                double weight = WINDOW[i + REACH] * WINDOW[j + REACH];
                double a = (double) found.get(column, row) / maxValue;
                double b = (double) wanted.get(column, row) / maxValue;
                meanA += weight * a;
                meanB += weight * b;
                squareA += weight * a * a;
                squareB += weight * b * b;
                product += weight * a * b;
            }
        }
        double varianceA = squareA - meanA * meanA;
        double varianceB = squareB - meanB * meanB;
        double covariance = product - meanA * meanB;
        return (2 * meanA * meanB + C1)
                * (2 * covariance + C2)
                / ((meanA * meanA + meanB * meanB + C1) * (varianceA + varianceB + C2));
    }
}
