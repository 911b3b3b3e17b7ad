package foldback.core.seam;

import java.util.Arrays;
import java.util.stream.IntStream;

/**
 * How far apart what is near lies across a seam, to a pixel of a coarse strip: semi-global matching (Hirschmueller 2008) of ternary census
 * signatures, which know neither exposure nor noise. Both pictures are looked away from by their shares, so that what is found lies
 * where it is to be shown. Owns its buffers.
 */
final class DisparitySearch {
    /** Neighbours each way of a signature. */
    private static final int REACH = 2;
    /** Of values that a signature takes for the same, codes. */
    private static final float SAME = 3;
    /** What it costs where one lens sees nothing: as if half of the signature differed. */
    private static final int UNSEEN = 12;

    private static final int STEP_COST = 5;
    private static final int JUMP_COST = 40;
    private static final long NOTHING = -1;
    /** Disparities that are nearer to the best one than this say the same. */
    private static final int BESIDE = 2;
    /** Of paths' sums: where another disparity costs as little as this more, either may be right. */
    private static final float ALIKE = 25;

    private final int columns;
    private final int rows;
    private final boolean ring;
    private final int least;
    private final int count;
    /** Of the way that the first picture is looked away from, by pixel. */
    private final float[] shares;

    private final long[] one;
    private final long[] two;
    private final byte[] costs;
    private final short[] sums;
    private final float[] distinct;

    /**
     * @param shares of the way that the first picture is looked away from, by pixel
     * @param least disparity in rows
     * @param most disparity in rows
     */
    DisparitySearch(int columns, int rows, boolean ring, float[] shares, int least, int most) {
        this.columns = columns;
        this.rows = rows;
        this.ring = ring;
        this.shares = shares;
        this.least = least;
        count = most - least + 1;
        one = new long[columns * rows];
        two = new long[columns * rows];
        costs = new byte[columns * rows * count];
        sums = new short[columns * rows * count];
        distinct = new float[columns * rows];
    }

    /**
     * Searches.
     *
     * @param a the first picture, by row, NaN where nothing is seen
     * @param b the second one
     * @return disparities in rows, to a part of one: what is shown at a row is seen by the first lens so far times its share above it
     */
    float[] search(float[] a, float[] b) {
        signatures(a, one);
        signatures(b, two);
        compare();
        Arrays.fill(sums, (short) 0);
        IntStream.range(0, rows).parallel().forEach(row -> {
            along(row, 1);
            along(row, -1);
        });
        IntStream.range(0, columns).parallel().forEach(column -> {
            down(column, 1);
            down(column, -1);
        });
        return best();
    }

    private void signatures(float[] values, long[] out) {
        Arrays.fill(out, NOTHING);
        IntStream.range(REACH, rows - REACH).parallel().forEach(row -> {
            for (int column = 0; column < columns; column++) {
                if (ring || column >= REACH && column < columns - REACH) {
                    out[row * columns + column] = signature(values, column, row);
                }
            }
        });
    }

    private long signature(float[] values, int column, int row) {
        float middle = values[row * columns + column];
        long signature = 0;
        for (int j = -REACH; j <= REACH; j++) {
            for (int i = -REACH; i <= REACH; i++) {
                int at = column + i;
                at += at < 0 ? columns : at >= columns ? -columns : 0;
                float difference = values[(row + j) * columns + at] - middle;
                if (Float.isNaN(difference)) {
                    return NOTHING;
                }
                signature = signature << 2 | (difference > SAME ? 1 : difference < -SAME ? 2 : 0);
            }
        }
        return signature;
    }

    private void compare() {
        IntStream.range(0, rows).parallel().forEach(row -> {
            for (int column = 0; column < columns; column++) {
                float share = shares[row * columns + column];
                int at = (row * columns + column) * count;
                for (int k = 0; k < count; k++) {
                    int disparity = least + k;
                    // Rounded; the cast alone would round towards zero.
                    int first = (int) (row + share * disparity + (rows + 0.5f)) - rows;
                    int second = first - disparity;
                    boolean inside = first >= 0 && first < rows && second >= 0 && second < rows;
                    long x = inside ? one[first * columns + column] : NOTHING;
                    long y = inside ? two[second * columns + column] : NOTHING;
                    costs[at + k] = (byte) (x == NOTHING || y == NOTHING ? UNSEEN : Long.bitCount(x ^ y));
                }
            }
        });
    }

    /** Adds the paths that come along a row; on a ring they have gone a quarter of it already. */
    private void along(int row, int step) {
        int[] before = new int[count];
        int[] now = new int[count];
        int lead = ring ? columns / 4 : 0;
        for (int n = -lead; n < columns; n++) {
            int column = step > 0 ? n : columns - 1 - n;
            column += column < 0 ? columns : column >= columns ? -columns : 0;
            int at = (row * columns + column) * count;
            extend(at, before, now, n == -lead);
            if (n >= 0) {
                add(at, now);
            }
            int[] swapped = before;
            before = now;
            now = swapped;
        }
    }

    private void down(int column, int step) {
        int[] before = new int[count];
        int[] now = new int[count];
        for (int n = 0; n < rows; n++) {
            int row = step > 0 ? n : rows - 1 - n;
            int at = (row * columns + column) * count;
            extend(at, before, now, n == 0);
            add(at, now);
            int[] swapped = before;
            before = now;
            now = swapped;
        }
    }

    private void extend(int at, int[] before, int[] now, boolean begins) {
        if (begins) {
            for (int k = 0; k < count; k++) {
                now[k] = costs[at + k];
            }
            return;
        }
        int least = Integer.MAX_VALUE;
        for (int k = 0; k < count; k++) {
            least = Math.min(least, before[k]);
        }
        int jump = least + JUMP_COST;
        for (int k = 0; k < count; k++) {
            int best = Math.min(before[k], jump);
            if (k > 0) {
                best = Math.min(best, before[k - 1] + STEP_COST);
            }
            if (k < count - 1) {
                best = Math.min(best, before[k + 1] + STEP_COST);
            }
            now[k] = costs[at + k] + best - least;
        }
    }

    private void add(int at, int[] path) {
        for (int k = 0; k < count; k++) {
            sums[at + k] += (short) path[k];
        }
    }

    /**
     * How clearly the disparity found last at each pixel beat all others: 0 where another one is as good, as on slats and railings, 1
     * where none comes near. Owned by the search, until it searches again.
     */
    float[] distinct() {
        return distinct;
    }

    private float[] best() {
        float[] found = new float[columns * rows];
        IntStream.range(0, rows).parallel().forEach(row -> {
            for (int i = row * columns; i < (row + 1) * columns; i++) {
                found[i] = best(i);
            }
        });
        return found;
    }

    private float best(int pixel) {
        int at = pixel * count;
        int best = 0;
        for (int k = 1; k < count; k++) {
            best = sums[at + k] < sums[at + best] ? k : best;
        }
        int rival = Short.MAX_VALUE;
        for (int k = 0; k < count; k++) {
            boolean beside = k >= best - BESIDE && k <= best + BESIDE;
            rival = beside ? rival : Math.min(rival, sums[at + k]);
        }
        distinct[pixel] = Math.max(0, Math.min(1, (rival - sums[at + best] - ALIKE) / (3 * ALIKE)));
        float found = least + best;
        if (best > 0 && best < count - 1) {
            int curve = sums[at + best - 1] - 2 * sums[at + best] + sums[at + best + 1];
            found += curve > 0 ? 0.5f * (sums[at + best - 1] - sums[at + best + 1]) / curve : 0;
        }
        return found;
    }
}
