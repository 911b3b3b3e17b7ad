package foldback.core.match.points;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** Correlation of all places at once against the plain sum of each. */
class CorrelationKernelTest {
    private static final int PATCH = 7;
    private static final int ROWS = 9;
    private static final int COLUMNS = 21;
    /** Wider than what is looked at: what lies beyond must not matter. */
    private static final int STRIDE = COLUMNS + PATCH - 1 + 5;

    private static float[] picture(long seed) {
        SplittableRandom random = new SplittableRandom(seed);
        float[] picture = new float[(ROWS + PATCH - 1) * STRIDE];
        for (int i = 0; i < picture.length; i++) {
            picture[i] = (float) (128 + 40 * random.nextGaussian());
        }
        return picture;
    }

    /** A part of a picture less its mean, of length one. */
    private static float[] patch(float[] picture, int top, int left) {
        double mean = 0;
        for (int k = 0; k < PATCH * PATCH; k++) {
            mean += picture[(top + k / PATCH) * STRIDE + left + k % PATCH] / (PATCH * PATCH);
        }
        double sum = 0;
        for (int k = 0; k < PATCH * PATCH; k++) {
            double off = picture[(top + k / PATCH) * STRIDE + left + k % PATCH] - mean;
            sum += off * off;
        }
        float[] patch = new float[PATCH * PATCH];
        for (int k = 0; k < patch.length; k++) {
            patch[k] = (float) ((picture[(top + k / PATCH) * STRIDE + left + k % PATCH] - mean) / Math.sqrt(sum));
        }
        return patch;
    }

    private static double plain(float[] wanted, float[] picture, int row, int column) {
        double both = 0;
        double sum = 0;
        double squares = 0;
        for (int k = 0; k < PATCH * PATCH; k++) {
            double value = picture[(row + k / PATCH) * STRIDE + column + k % PATCH];
            if (Double.isNaN(value)) {
                return -1;
            }
            both += wanted[k] * value;
            sum += value;
            squares += value * value;
        }
        double variance = squares - sum * sum / (PATCH * PATCH);
        return variance > 1 ? both / Math.sqrt(variance) : -1;
    }

    private static double[] fits(float[] wanted, float[] picture) {
        double[] fits = new double[ROWS * COLUMNS];
        CorrelationKernel.fit(wanted, PATCH, picture, STRIDE, ROWS, COLUMNS, fits);
        return fits;
    }

    @Test
    void everyPlaceIsThePlainSum() {
        float[] picture = picture(5);
        picture[4 * STRIDE + 12] = Float.NaN;
        float[] wanted = patch(picture(6), 3, 3);
        double[] fits = fits(wanted, picture);
        for (int i = 0; i < fits.length; i++) {
            assertThat(fits[i])
                    .as("place %d", i)
                    .isCloseTo(plain(wanted, picture, i / COLUMNS, i % COLUMNS), within(2e-5));
        }
    }

    @Test
    void aPatchFitsWhereItWasTakenFrom() {
        float[] picture = picture(7);
        double[] fits = fits(patch(picture, 5, 13), picture);
        assertThat(fits[5 * COLUMNS + 13]).isCloseTo(1, within(1e-5));
        for (int i = 0; i < fits.length; i++) {
            assertThat(fits[i]).isLessThan(i == 5 * COLUMNS + 13 ? 1.001 : 0.8);
        }
    }

    @Test
    void whatIsFlatFitsNothing() {
        float[] flat = new float[(ROWS + PATCH - 1) * STRIDE];
        Arrays.fill(flat, 90);
        assertThat(fits(patch(picture(8), 0, 0), flat)).containsOnly(-1);
    }
}
