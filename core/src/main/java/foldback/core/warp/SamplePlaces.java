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
    /** One row of the strip: loops whose arrays are all indexed by the loop's own number are vectorised, others are not. */
    private final int[] rowX;

    private final int[] rowY;
    private final int[] downX;
    private final int[] downY;
    private final int[] rowEntries;
    private final int[] rowAddresses;

    /** @param capacity the most samples of a strip */
    public SamplePlaces(int capacity) {
        entries = new int[capacity];
        addresses = new int[capacity];
        rowX = new int[capacity];
        rowY = new int[capacity];
        downX = new int[capacity];
        downY = new int[capacity];
        rowEntries = new int[capacity];
        rowAddresses = new int[capacity];
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
        int pitch = path.pitch();
        // A sample in from the least, which is known to within one.
        int firstColumn = (path.leastX() + ROUNDING >> CoordinateGrid.FRACTION_BITS) - 1;
        int firstRow = (path.leastY() + ROUNDING >> CoordinateGrid.FRACTION_BITS) - 1;
        base = firstRow * stride + firstColumn;
        int originX = (firstColumn << CoordinateGrid.FRACTION_BITS) - ROUNDING;
        int originY = (firstRow << CoordinateGrid.FRACTION_BITS) - ROUNDING;
        begin(path.x, originX, rowX, pitch);
        begin(path.y, originY, rowY, pitch);
        System.arraycopy(path.downX, 0, downX, 0, pitch);
        System.arraycopy(path.downY, 0, downY, 0, pitch);
        for (int at = 0; at < count; at += pitch) {
            if (path.isClamped()) {
                packClamped(originX, originY, path, stride, pitch);
            } else {
                address(rowX, rowY, stride, rowAddresses, pitch);
                pack(rowX, rowY, rowAddresses, rowEntries, pitch);
                add(downX, rowX, pitch);
                add(downY, rowY, pitch);
            }
            System.arraycopy(rowEntries, 0, entries, at, pitch);
            System.arraycopy(rowAddresses, 0, addresses, at, pitch);
            if (path.isBent()) {
                add(path.bendX, downX, pitch);
                add(path.bendY, downY, pitch);
            }
        }
    }

    /** into[i] += step[i] */
    private static void add(int[] step, int[] into, int count) {
        for (int i = 0; i < count; i++) {
            into[i] += step[i];
        }
    }

    /** out[i] = first[i] - origin */
    private static void begin(int[] first, int origin, int[] out, int count) {
        for (int i = 0; i < count; i++) {
            out[i] = first[i] - origin;
        }
    }

    private static void address(int[] x, int[] y, int stride, int[] out, int count) {
        for (int i = 0; i < count; i++) {
            out[i] = (y[i] >> 16) * stride + (x[i] >> 16);
        }
    }

    /** Short as they are, these loops are vectorised; together they are too long to be. */
    private static void pack(int[] x, int[] y, int[] addresses, int[] out, int count) {
        for (int i = 0; i < count; i++) {
            out[i] = addresses[i] << ADDRESS_SHIFT
                    | (y[i] >> DROPPED_BITS & FRACTION_MASK) << FRACTION_BITS
                    | x[i] >> DROPPED_BITS & FRACTION_MASK;
        }
    }

    private void packClamped(int originX, int originY, StripPath path, int stride, int pitch) {
        for (int i = 0; i < pitch; i++) {
            int px = path.clampedX(rowX[i] + originX) - originX;
            int py = path.clampedY(rowY[i] + originY) - originY;
            rowAddresses[i] = (py >> 16) * stride + (px >> 16);
            rowEntries[i] = rowAddresses[i] << ADDRESS_SHIFT
                    | (py >> DROPPED_BITS & FRACTION_MASK) << FRACTION_BITS
                    | px >> DROPPED_BITS & FRACTION_MASK;
            rowX[i] += downX[i];
            rowY[i] += downY[i];
        }
    }

    /** Reads what is held for the square between four samples in which each place lies: bytes without a sign. */
    public void lookUp(byte[] values, int[] out) {
        lookUp(values, base, addresses, out, count);
    }

    private static void lookUp(byte[] values, int first, int[] addresses, int[] out, int count) {
        for (int i = 0; i < count; i++) {
            out[i] = values[first + addresses[i]] & 0xff;
        }
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
}
