package foldback.core.warp;

/**
 * Cubic weights of a strip's samples, and the sums made with them; one instance a thread.
 *
 * <p>Weights are those of Keys 1981, eq. 15, a = -1/2, for f = 0..1 between the second and the third of four samples, times
 * 1024: w0 = (-f^3 + 2f^2 - f)/2, w2 = (-3f^3 + 4f^2 + f)/2, w3 = (f^3 - f^2)/2. They sum to 1 with w1, so that a sum is the
 * second sample and what the others differ from it.
 */
final class CubicWeights {
    private static final int TO_256THS = 8 - SamplePlaces.FRACTION_BITS;

    private final int[] first;
    private final int[] third;
    private final int[] fourth;

    CubicWeights(int capacity) {
        first = new int[capacity];
        third = new int[capacity];
        fourth = new int[capacity];
    }

    void ofColumns(SamplePlaces places) {
        columnFractions(places.entries, fourth, places.count);
        weigh(fourth, first, third, fourth, places.count);
    }

    void ofRows(SamplePlaces places) {
        rowFractions(places.entries, fourth, places.count);
        weigh(fourth, first, third, fourth, places.count);
    }

    // A shift that is not a constant would keep the loop from being vectorised, so there are two.

    private static void columnFractions(int[] entries, int[] out, int count) {
        for (int i = 0; i < count; i++) {
            out[i] = (entries[i] & SamplePlaces.FRACTION_MASK) << TO_256THS;
        }
    }

    private static void rowFractions(int[] entries, int[] out, int count) {
        for (int i = 0; i < count; i++) {
            out[i] = (entries[i] >> SamplePlaces.FRACTION_BITS & SamplePlaces.FRACTION_MASK) << TO_256THS;
        }
    }

    private static void weigh(int[] fractions, int[] w0, int[] w2, int[] w3, int count) {
        for (int i = 0; i < count; i++) {
            int f = fractions[i];
            int f2 = f * f;
            int f3 = f2 * f >> 8;
            w0[i] = (2 * f2 - f3 - (f << 8)) >> 7;
            w2[i] = (4 * f2 - 3 * f3 + (f << 8)) >> 7;
            w3[i] = (f3 - f2) >> 7;
        }
    }

    /** Quads of bytes, the leftmost in the low byte, to their sums times 1024, in place. */
    void alongBytes(int[] quads, int count) {
        alongBytes(first, third, fourth, quads, count);
    }

    private static void alongBytes(int[] w0, int[] w2, int[] w3, int[] quads, int count) {
        for (int i = 0; i < count; i++) {
            int q = quads[i];
            int second = q >> 8 & 0xff;
            quads[i] = (second << 10)
                    + ((q & 0xff) - second) * w0[i]
                    + ((q >> 16 & 0xff) - second) * w2[i]
                    + ((q >>> 24) - second) * w3[i];
        }
    }

    /** The same for four shorts: two in {@code low}, which is written, two in {@code high}. */
    void alongShorts(int[] low, int[] high, int count) {
        alongShorts(first, third, fourth, low, high, count);
    }

    private static void alongShorts(int[] w0, int[] w2, int[] w3, int[] low, int[] high, int count) {
        for (int i = 0; i < count; i++) {
            int p = low[i];
            int q = high[i];
            int second = p >>> 16;
            low[i] = (second << 10)
                    + ((p & 0xffff) - second) * w0[i]
                    + ((q & 0xffff) - second) * w2[i]
                    + ((q >>> 16) - second) * w3[i];
        }
    }

    /** The sum down four rows of sums, with {@value Sampler#FRACTION_BITS} fraction bits. */
    void down(int[][] rows, int[] out, int count) {
        down(first, third, fourth, rows[0], rows[1], rows[2], rows[3], out, count);
    }

    private static void down(
            int[] w0, int[] w2, int[] w3, int[] r0, int[] r1, int[] r2, int[] r3, int[] out, int count) {
        for (int i = 0; i < count; i++) {
            int second = r1[i];
            int sum = (second << 10) + (r0[i] - second) * w0[i] + (r2[i] - second) * w2[i] + (r3[i] - second) * w3[i];
            out[i] = sum + 65536 >> 17;
        }
    }
}
