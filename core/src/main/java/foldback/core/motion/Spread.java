package foldback.core.motion;

import java.util.Arrays;

/** How far residuals scatter, whatever outliers are among them: from the median of what they are without their signs. */
final class Spread {
    private static final double MAD_TO_SIGMA = 1.4826;
    /** No picture is known better than rounding leaves it, codes. */
    private static final double LEAST = 0.4;

    private static final int BINS_PER_CODE = 8;
    private static final int BINS = 64 * BINS_PER_CODE;

    private final int[] bins = new int[BINS];

    /** The standard deviation that residuals would have without outliers, codes. */
    double of(float[] residuals, int count) {
        return Math.max(LEAST, MAD_TO_SIGMA * median(residuals, count));
    }

    private double median(float[] residuals, int count) {
        Arrays.fill(bins, 0);
        for (int i = 0; i < count; i++) {
            bins[Math.min(BINS - 1, (int) (BINS_PER_CODE * Math.abs(residuals[i])))]++;
        }
        int below = 0;
        for (int bin = 0; bin < BINS; bin++) {
            if (2 * (below + bins[bin]) >= count) {
                return (bin + (0.5 * count - below) / Math.max(1, bins[bin])) / BINS_PER_CODE;
            }
            below += bins[bin];
        }
        return (double) BINS / BINS_PER_CODE;
    }
}
