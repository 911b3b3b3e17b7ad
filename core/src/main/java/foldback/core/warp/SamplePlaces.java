package foldback.core.warp;

/**
 * Where the samples of a strip lie in a plane, ready for sampling: each place is one number that holds the distance of its
 * sample from the strip's first one in the plane's array (20 bits) and the fractions of its row and its column (6 bits
 * each). Mutable, one per thread.
 *
 * <p>Rounding to 64ths moves a sample by at most 0.011 px; in return the places of a canvas of 3840 x 1920
 * take 40 MB and can be kept from frame to frame.
 */
public final class SamplePlaces {
    static final int FRACTION_BITS = 6;
    static final int FRACTION_MASK = (1 << FRACTION_BITS) - 1;
    private static final int ADDRESS_SHIFT = 2 * FRACTION_BITS;
    /** Samples of a plane that the places of one strip may span. */
    private static final int REACH = 1 << (32 - ADDRESS_SHIFT);

    private static final int DROPPED_BITS = CoordinateGrid.FRACTION_BITS - FRACTION_BITS;
    private static final int ROUNDING = 1 << (DROPPED_BITS - 1);

    final int[] entries;
    /** The distances alone: unpacked by who loads, loads take half as long again. */
    final int[] addresses;

    int base;
    int count;

    /** @param capacity the most samples of a strip */
    public SamplePlaces(int capacity) {
        entries = new int[capacity];
        addresses = new int[capacity];
    }

    /** A source coordinate as a place holds it, pixels. */
    public static double rounded(double pixels) {
        return (double) Math.round(pixels * (1 << FRACTION_BITS)) / (1 << FRACTION_BITS);
    }

    /** How many rows of a plane a strip may span. */
    public static int mostRows(int stride) {
        return REACH / stride - 3;
    }

    /** Takes the places of a path in planes of a stride; they must not span more than {@link #mostRows}. */
    public void set(StripPath path, int stride) {
        count = path.count();
        addresses(path.x, path.y, stride, entries, count);
        base = least(entries, count);
        pack(path.x, path.y, base, entries, count);
        unpack();
    }

    /** To be called when the entries have changed. */
    void unpack() {
        unpack(entries, addresses, count);
    }

    private static void unpack(int[] entries, int[] out, int count) {
        for (int i = 0; i < count; i++) {
            out[i] = entries[i] >>> ADDRESS_SHIFT;
        }
    }

    private static void addresses(int[] x, int[] y, int stride, int[] out, int count) {
        for (int i = 0; i < count; i++) {
            out[i] = (y[i] + ROUNDING >> 16) * stride + (x[i] + ROUNDING >> 16);
        }
    }

    private static int least(int[] values, int count) {
        int least = Integer.MAX_VALUE;
        for (int i = 0; i < count; i++) {
            least = Math.min(least, values[i]);
        }
        return least;
    }

    private static void pack(int[] x, int[] y, int base, int[] entries, int count) {
        for (int i = 0; i < count; i++) {
            entries[i] = entries[i] - base << ADDRESS_SHIFT
                    | (y[i] + ROUNDING >> DROPPED_BITS & FRACTION_MASK) << FRACTION_BITS
                    | x[i] + ROUNDING >> DROPPED_BITS & FRACTION_MASK;
        }
    }
}
