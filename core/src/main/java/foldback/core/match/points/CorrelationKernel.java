package foldback.core.match.points;

import java.util.Arrays;

/**
 * Normalised correlation of a patch with all places of a larger picture:
 * {@code fit[r][c] = sum(w[j][i] p[r+j][c+i]) / sqrt(sum(p^2) - sum(p)^2 / n)} for a patch w of mean 0 and length 1.
 *
 * <p>Places are worked on in long blocks, over the ends of rows, so that the innermost loop has no sum of its own; the picture is
 * copied for each shift, so that it has no offset either: the JVM vectorises nothing else.
 */
final class CorrelationKernel {
    /** Places whose values vary less in all are flat: they fit nothing. */
    private static final double LEAST_VARIANCE = 1;
    /** Values of a row of the patch that are worked on at once. */
    private static final int TAPS = 4;
    /** Places that are worked on at once: they and their neighbours stay in the nearest cache. */
    private static final int BLOCK = 512;

    private CorrelationKernel() {}

    /**
     * Fits a patch everywhere.
     *
     * @param wanted the patch, {@code patch} values each way, read
     * @param picture row by row, read; NaN where nothing is seen
     * @param stride values of a row of the picture
     * @param rows of places
     * @param columns of places; the picture has {@code patch - 1} more both ways
     * @param fits of each place, row by row, written; -1 where a part is not seen or all is flat
     */
    static void fit(float[] wanted, int patch, float[] picture, int stride, int rows, int columns, double[] fits) {
        int height = rows + patch - 1;
        float[] clean = new float[height * stride];
        double[] sums = new double[height * columns];
        double[] squares = new double[height * columns];
        int[] unseen = new int[height * columns];
        for (int row = 0; row < height; row++) {
            clean(picture, row * stride, columns + patch - 1, clean);
            along(picture, clean, row * stride, patch, columns, sums, squares, unseen, row * columns);
        }
        float[] both = products(wanted, patch, clean, stride, rows, columns);
        double[] sum = new double[columns];
        double[] square = new double[columns];
        int[] hidden = new int[columns];
        for (int row = 0; row < patch - 1; row++) {
            add(sums, squares, unseen, row * columns, 1, sum, square, hidden);
        }
        int n = patch * patch;
        for (int row = 0; row < rows; row++) {
            add(sums, squares, unseen, (row + patch - 1) * columns, 1, sum, square, hidden);
            for (int column = 0; column < columns; column++) {
                double variance = square[column] - sum[column] * sum[column] / n;
                fits[row * columns + column] = hidden[column] == 0 && variance > LEAST_VARIANCE
                        ? both[row * stride + column] / Math.sqrt(variance)
                        : -1;
            }
            add(sums, squares, unseen, row * columns, -1, sum, square, hidden);
        }
    }

    private static void clean(float[] picture, int at, int count, float[] into) {
        for (int i = at; i < at + count; i++) {
            float value = picture[i];
            into[i] = Float.isNaN(value) ? 0 : value;
        }
    }

    /** Sums over as many values as the patch is wide, for each place of a row. */
    private static void along(
            float[] picture,
            float[] clean,
            int at,
            int patch,
            int columns,
            double[] sums,
            double[] squares,
            int[] unseen,
            int into) {
        double sum = 0;
        double square = 0;
        int hidden = 0;
        for (int i = 0; i < columns + patch - 1; i++) {
            double value = clean[at + i];
            sum += value;
            square += value * value;
            hidden += Float.isNaN(picture[at + i]) ? 1 : 0;
            if (i >= patch - 1) {
                int place = into + i - patch + 1;
                sums[place] = sum;
                squares[place] = square;
                unseen[place] = hidden;
                double left = clean[at + i - patch + 1];
                sum -= left;
                square -= left * left;
                hidden -= Float.isNaN(picture[at + i - patch + 1]) ? 1 : 0;
            }
        }
    }

    private static void add(
            double[] sums,
            double[] squares,
            int[] unseen,
            int from,
            int sign,
            double[] sum,
            double[] square,
            int[] hidden) {
        for (int column = 0; column < sum.length; column++) {
            sum[column] += sign * sums[from + column];
            square[column] += sign * squares[from + column];
            hidden[column] += sign * unseen[from + column];
        }
    }

    /**
     * The sums of products of the patch's values and the picture's for each place, as many a row as the picture has values; those
     * behind the last column mean nothing.
     */
    private static float[] products(float[] wanted, int patch, float[] clean, int stride, int rows, int columns) {
        int places = (rows - 1) * stride + columns;
        float[] both = new float[places];
        float[][] shifted = new float[TAPS][BLOCK];
        float[] weights = new float[TAPS];
        float[] sums = new float[BLOCK];
        for (int from = 0; from < places; from += BLOCK) {
            int count = Math.min(BLOCK, places - from);
            Arrays.fill(sums, 0);
            for (int j = 0; j < patch; j++) {
                for (int i = 0; i < patch; i += TAPS) {
                    for (int tap = 0; tap < TAPS; tap++) {
                        boolean there = i + tap < patch;
                        weights[tap] = there ? wanted[j * patch + i + tap] : 0;
                        if (there) {
                            System.arraycopy(clean, from + j * stride + i + tap, shifted[tap], 0, count);
                        }
                    }
                    multiplyAdd(weights, shifted, sums);
                }
            }
            System.arraycopy(sums, 0, both, from, count);
        }
        return both;
    }

    /** Each sum is loaded and stored once for all taps. */
    private static void multiplyAdd(float[] weights, float[][] shifted, float[] sums) {
        float[] a = shifted[0];
        float[] b = shifted[1];
        float[] c = shifted[2];
        float[] d = shifted[3];
        float wa = weights[0];
        float wb = weights[1];
        float wc = weights[2];
        float wd = weights[3];
        for (int i = 0; i < BLOCK; i++) {
            sums[i] += wa * a[i] + wb * b[i] + wc * c[i] + wd * d[i];
        }
    }
}
