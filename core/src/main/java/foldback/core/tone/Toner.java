package foldback.core.tone;

/**
 * Turns gathered values into code values as a {@link LensLight} says; one instance a thread. Look-ups and arithmetic go over the values in
 * passes of their own, and bounds are kept by shifts: only then does the JVM do the arithmetic on many values at once.
 */
public final class Toner {
    private static final int BITS = LensLight.FACTOR_BITS;

    private final int[] factors;
    private final int[] coloured;
    private final int[] cross;
    private final int[] blues;
    private final int[] reds;

    /** @param capacity most luma values at once */
    public Toner(int capacity) {
        factors = new int[capacity / 4];
        coloured = new int[capacity / 4];
        cross = new int[capacity / 4];
        blues = new int[capacity / 4];
        reds = new int[capacity / 4];
    }

    /**
     * Turns a block of values; luma is left for {@link LensLight#lumaTable} to be looked up with {@link LensLight#margin}.
     *
     * @param light that is not plain
     * @param luma rows of {@code pitch} values, changed
     * @param blue of each 2 x 2 block, changed into code values
     * @param red likewise
     * @param lifts of each luma value: {@link LensLight#factor} times the place's {@link LensLight#lift}, 4096ths, read
     * @param rows how many, even
     */
    public void tone(LensLight light, int[] luma, int[] blue, int[] red, int[] lifts, int pitch, int rows) {
        int count = pitch * rows;
        Intake intake = light.intake();
        int margin = intake.margin;
        if (light.crossed()) {
            pick(intake.coloured, luma, margin, coloured, pitch, rows);
        }
        raise(intake.power, margin, luma, lifts, count);
        if (light.chromaFactors().length == 0) {
            pick(lifts, factors, pitch, rows);
        } else {
            pick(light.chromaFactors(), lifts, 0, factors, pitch, rows);
        }
        lift(blue, intake.mid, factors, count / 4);
        lift(red, intake.mid, factors, count / 4);
        int[] m = light.matrix();
        int max = light.format().out().maxValue();
        int fraction = light.format().fractionBits();
        if (light.crossed()) {
            combine(blue, red, m[1], m[2], BITS + fraction, cross, count / 4);
            combine(blue, red, m[4], m[5], BITS, blues, count / 4);
            combine(blue, red, m[7], m[8], BITS, reds, count / 4);
            // What greys get changes so little with their light that one value stands for its block.
            addGreys(light.outlet().chroma(), luma, blues, reds, pitch, rows);
            finish(blues, coloured, fraction + 8, max, blue, count / 4);
            finish(reds, coloured, fraction + 8, max, red, count / 4);
            addCross(luma, cross, pitch, rows);
        } else {
            scale(blue, m[4], BITS + fraction, max, count / 4);
            scale(red, m[8], BITS + fraction, max, count / 4);
        }
    }

    /** into[c] = table[values[at] + margin] for the first value of each 2 x 2 block */
    private static void pick(short[] table, int[] values, int margin, int[] into, int pitch, int rows) {
        int half = pitch / 2;
        for (int row = 0; row < rows / 2; row++) {
            for (int column = 0; column < half; column++) {
                into[row * half + column] = table[values[2 * row * pitch + 2 * column] + margin];
            }
        }
    }

    private static void pick(int[] values, int[] into, int pitch, int rows) {
        int half = pitch / 2;
        for (int row = 0; row < rows / 2; row++) {
            for (int column = 0; column < half; column++) {
                into[row * half + column] = values[2 * row * pitch + 2 * column];
            }
        }
    }

    private static void raise(short[] table, int margin, int[] values, int[] lifts, int count) {
        for (int i = 0; i < count; i++) {
            values[i] = table[values[i] + margin];
        }
        for (int i = 0; i < count; i++) {
            values[i] = values[i] * lifts[i] >> BITS;
        }
    }

    private static void lift(int[] values, int mid, int[] lifts, int count) {
        for (int i = 0; i < count; i++) {
            values[i] = (values[i] - mid) * lifts[i] >> BITS;
        }
    }

    private static void combine(int[] one, int[] two, int byOne, int byTwo, int shift, int[] into, int count) {
        int begin = 1 << shift - 1;
        for (int i = 0; i < count; i++) {
            into[i] = begin + one[i] * byOne + two[i] * byTwo >> shift;
        }
    }

    /** Adds the chroma of greys of the first value of each 2 x 2 block. */
    private static void addGreys(int[] table, int[] luma, int[] blue, int[] red, int pitch, int rows) {
        int half = pitch / 2;
        for (int row = 0; row < rows / 2; row++) {
            for (int column = 0; column < half; column++) {
                int both = table[luma[2 * row * pitch + 2 * column]];
                blue[row * half + column] += both >> 16;
                red[row * half + column] += (short) both;
            }
        }
    }

    /** into = middle + values * by, within bounds */
    private static void scale(int[] values, int by, int shift, int max, int count) {
        int begin = (max + 1 >> 1 << shift) + (1 << shift - 1);
        for (int i = 0; i < count; i++) {
            int value = begin + values[i] * by >> shift;
            value &= ~(value >> 31);
            int under = max - value;
            values[i] = max - (under & ~(under >> 31));
        }
    }

    /** into = middle + values * shares, within bounds */
    private static void finish(int[] values, int[] shares, int shift, int max, int[] into, int count) {
        int begin = (max + 1 >> 1 << shift) + (1 << shift - 1);
        for (int i = 0; i < count; i++) {
            int value = begin + values[i] * shares[i] >> shift;
            value &= ~(value >> 31);
            int under = max - value;
            into[i] = max - (under & ~(under >> 31));
        }
    }

    /** Adds to each value what the chroma of its block does. */
    private static void addCross(int[] luma, int[] cross, int pitch, int rows) {
        int half = pitch / 2;
        for (int row = 0; row < rows; row++) {
            int at = row * pitch;
            int c = (row >> 1) * half;
            for (int column = 0; column < half; column++) {
                int add = cross[c + column];
                luma[at + 2 * column] += add;
                luma[at + 2 * column + 1] += add;
            }
        }
    }
}
