package foldback.core.tone;

/**
 * Turns gathered values into code values as a {@link LensLight} says that is not plain: {@link #place}, then luma by {@link #look} or by who
 * stores it, then {@link #chroma}. One instance a thread. Look-ups and arithmetic go over the values in passes of their own, and bounds are
 * kept by shifts: only then does the JVM do the arithmetic on many values at once.
 */
public final class Toner {
    private static final int BITS = LensLight.FACTOR_BITS;
    /** Fraction bits of how far a sample has a colour of its own. */
    static final int SHARE_BITS = 8;

    private static final int GROWTH = (1 << GainTable.CLIPPED_SHIFT) - 1;

    private final int[] places;
    private final int[] codes;
    private final int[] growths;
    private final int[] clipped;
    private final int[] blues;
    private final int[] reds;

    /** @param capacity most luma values at once */
    public Toner(int capacity) {
        places = new int[capacity / 4];
        codes = new int[capacity / 4];
        growths = new int[capacity / 4];
        clipped = new int[capacity / 4];
        blues = new int[capacity / 4];
        reds = new int[capacity / 4];
    }

    /** For each 2 x 2 block the place of luma 0 in {@link LensLight#levels}; of the block placed last. */
    public int[] places() {
        return places;
    }

    /** The first luma code of each 2 x 2 block: to be filled before {@link #chroma}, which uses it up. */
    public int[] codes() {
        return codes;
    }

    /**
     * Finds where luma is to be looked up.
     *
     * @param luma gathered, rows of {@code pitch} values, shortened as the table is
     * @param blue gathered, of each 2 x 2 block, read
     * @param red likewise
     * @param lifts of each 2 x 2 block, whole levels, see {@link LensLight#lift}; read
     * @param rows of luma, even
     */
    public void place(LensLight light, int[] luma, int[] blue, int[] red, int[] lifts, int pitch, int rows) {
        int blocks = pitch * rows / 4;
        if (light.table().shift() > 0) {
            shorten(luma, light.table().shift(), pitch * rows);
        }
        grow(light.table().growths(), light.row(), lifts, growths, clipped, blocks);
        if (light.crossed()) {
            placeCrossed(
                    light.table(),
                    light.row(),
                    lifts,
                    blue,
                    red,
                    light.format().middle(),
                    light.matrix(),
                    places,
                    blocks);
        } else {
            placeEvenly(light.table(), light.row(), lifts, places, blocks);
        }
    }

    /** Turns luma into code values in its own place. */
    public void look(LensLight light, int[] luma, int pitch, int rows) {
        short[] table = light.levels();
        for (int row = 0; row < rows; row += 2) {
            int block = row * pitch / 4;
            int above = row * pitch;
            int below = above + pitch;
            for (int i = 0; i < pitch / 2; i++) {
                int place = places[block + i];
                luma[above + 2 * i] = table[place + luma[above + 2 * i]] & 0xffff;
                luma[above + 2 * i + 1] = table[place + luma[above + 2 * i + 1]] & 0xffff;
                luma[below + 2 * i] = table[place + luma[below + 2 * i]] & 0xffff;
                luma[below + 2 * i + 1] = table[place + luma[below + 2 * i + 1]] & 0xffff;
            }
        }
        pick(luma, codes, pitch, rows);
    }

    /**
     * Turns chroma into code values.
     *
     * @param blue of each 2 x 2 block, changed
     * @param red likewise
     */
    public void chroma(LensLight light, int[] blue, int[] red, int blocks) {
        LightFormat format = light.format();
        int[] m = light.matrix();
        int max = format.out().maxValue();
        if (light.crossed()) {
            cross(blue, red, format.middle(), growths, m, blocks);
            greys(light.greys(), codes, blues, reds, blocks);
            share(codes, clipped, format.fade(), blocks);
            finish(blue, blues, codes, format.fractionBits(), max, blocks);
            finish(red, reds, codes, format.fractionBits(), max, blocks);
        } else {
            scale(blue, format.middle(), growths, m[2], format.fractionBits(), max, blocks);
            scale(red, format.middle(), growths, m[5], format.fractionBits(), max, blocks);
        }
    }

    private static void shorten(int[] values, int shift, int count) {
        for (int i = 0; i < count; i++) {
            values[i] >>= shift;
        }
    }

    private static void grow(int[] table, int row, int[] lifts, int[] growths, int[] clipped, int count) {
        for (int i = 0; i < count; i++) {
            int both = table[row + lifts[i]];
            growths[i] = both & GROWTH;
            clipped[i] = both >> GainTable.CLIPPED_SHIFT;
        }
    }

    /** into[c] = values[at] for the first value of each 2 x 2 block */
    private static void pick(int[] values, int[] into, int pitch, int rows) {
        int half = pitch / 2;
        for (int row = 0; row < rows / 2; row++) {
            for (int column = 0; column < half; column++) {
                into[row * half + column] = values[2 * row * pitch + 2 * column];
            }
        }
    }

    /** Where in the table the luma values of each block begin. */
    private static void placeEvenly(GainTable table, int row, int[] lifts, int[] into, int count) {
        int size = table.row();
        int begin = row * size + table.margin();
        for (int i = 0; i < count; i++) {
            into[i] = begin + lifts[i] * size;
        }
    }

    /** The same, moved by what chroma adds to luma. */
    private static void placeCrossed(
            GainTable table, int row, int[] lifts, int[] blue, int[] red, int middle, int[] m, int[] into, int count) {
        int size = table.row();
        int begin = row * size + table.margin();
        int shift = BITS + table.shift();
        int byBlue = m[0];
        int byRed = m[1];
        // Half of what is beside the range on each side is the kernels'.
        int most = table.margin() / 2;
        for (int i = 0; i < count; i++) {
            int add = (blue[i] - middle) * byBlue + (red[i] - middle) * byRed >> shift;
            int over = most - add;
            add = most - (over & ~(over >> 31));
            int under = add + most;
            into[i] = begin + lifts[i] * size + (under & ~(under >> 31)) - most;
        }
    }

    /** One value stands for its block: the chroma of greys changes little with their light. */
    private static void greys(int[] table, int[] codes, int[] blue, int[] red, int count) {
        for (int i = 0; i < count; i++) {
            int both = table[codes[i]];
            blue[i] = both >> 16;
            red[i] = (short) both;
        }
    }

    /** From codes to how far samples have a colour of their own: none where the source is clipped. */
    private static void share(int[] codes, int[] clipped, int slope, int count) {
        int one = 1 << SHARE_BITS;
        for (int i = 0; i < count; i++) {
            int share = (clipped[i] - codes[i]) * slope;
            share &= ~(share >> 31);
            int under = one - share;
            codes[i] = one - (under & ~(under >> 31));
        }
    }

    /** Chroma codes of each block, with fraction bits, over the middle. */
    private static void cross(int[] blue, int[] red, int middle, int[] growths, int[] m, int count) {
        int begin = 1 << BITS - 1;
        int blueByBlue = m[2];
        int blueByRed = m[3];
        int redByBlue = m[4];
        int redByRed = m[5];
        for (int i = 0; i < count; i++) {
            int u = (blue[i] - middle) * growths[i] >> BITS;
            int v = (red[i] - middle) * growths[i] >> BITS;
            blue[i] = begin + u * blueByBlue + v * blueByRed >> BITS;
            red[i] = begin + u * redByBlue + v * redByRed >> BITS;
        }
    }

    /** values = middle + (values + added) * shares, within bounds */
    private static void finish(int[] values, int[] added, int[] shares, int fraction, int max, int count) {
        int shift = SHARE_BITS + fraction;
        int begin = (max + 1 >> 1 << shift) + (1 << shift - 1);
        for (int i = 0; i < count; i++) {
            int value = begin + (values[i] + added[i]) * shares[i] >> shift;
            value &= ~(value >> 31);
            int under = max - value;
            values[i] = max - (under & ~(under >> 31));
        }
    }

    /** values = middle + (values - middle) * growths * by, within bounds */
    private static void scale(int[] values, int middle, int[] growths, int by, int fraction, int max, int count) {
        int shift = BITS + fraction;
        int begin = (max + 1 >> 1 << shift) + (1 << shift - 1);
        for (int i = 0; i < count; i++) {
            int value = begin + ((values[i] - middle) * growths[i] >> BITS) * by >> shift;
            value &= ~(value >> 31);
            int under = max - value;
            values[i] = max - (under & ~(under >> 31));
        }
    }
}
