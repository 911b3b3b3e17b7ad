package foldback.core.numeric;

import java.util.Arrays;

/**
 * Where most values lie and how far they scatter, whatever a few high ones do.
 *
 * @param middle median
 * @param sigma from the median of the distances to it, as of a normal distribution
 */
public record NoiseFloor(double middle, double sigma) {
    private static final double MAD_OF_NORMAL = 0.6745;

    /** @param some values; their order and they themselves are lost */
    public static NoiseFloor of(float[] some) {
        Arrays.sort(some);
        double middle = some[some.length / 2];
        for (int i = 0; i < some.length; i++) {
            some[i] = (float) Math.abs(some[i] - middle);
        }
        Arrays.sort(some);
        return new NoiseFloor(middle, Math.max(1e-12, some[some.length / 2] / MAD_OF_NORMAL));
    }

    /** How far a value stands out, standard deviations. */
    public double height(double value) {
        return (value - middle) / sigma;
    }
}
