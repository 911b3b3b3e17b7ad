package foldback.core.warp;

import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;

/**
 * Loads and linear sums, each one loop over a strip. Sums index their arrays by the loop's own number alone and read each
 * element once: else the JVM cannot tell that arrays do not overlap, and does not vectorise.
 */
final class SampleSteps {
    private static final VarHandle AS_SHORT =
            MethodHandles.byteArrayViewVarHandle(short[].class, ByteOrder.LITTLE_ENDIAN);
    private static final VarHandle AS_INT = MethodHandles.byteArrayViewVarHandle(int[].class, ByteOrder.LITTLE_ENDIAN);
    private static final int BITS = SamplePlaces.FRACTION_BITS;
    private static final int MASK = SamplePlaces.FRACTION_MASK;
    /** From a sum with both fractions to {@link Sampler#FRACTION_BITS}. */
    private static final int DROPPED = 2 * BITS - Sampler.FRACTION_BITS;

    private static final int ROUNDING = 1 << (DROPPED - 1);

    private SampleSteps() {}

    /** Two neighbours a row and the two below them, the upper left in the low byte, then its right one. */
    static void squares(byte[] data, int stride, int first, int[] addresses, int[] out, int count) {
        for (int i = 0; i < count; i++) {
            int at = first + addresses[i];
            out[i] = (short) AS_SHORT.get(data, at) & 0xffff | (short) AS_SHORT.get(data, at + stride) << 16;
        }
    }

    /** Two neighbours of a row of shorts, the left one in the low 16 bits. */
    static void pairs(short[] data, int first, int[] addresses, int[] out, int count) {
        for (int i = 0; i < count; i++) {
            int at = first + addresses[i];
            out[i] = data[at] & 0xffff | data[at + 1] << 16;
        }
    }

    /** Four neighbours of a row, the leftmost in the low byte. */
    static void quads(byte[] data, int first, int[] addresses, int[] out, int count) {
        for (int i = 0; i < count; i++) {
            out[i] = (int) AS_INT.get(data, first + addresses[i]);
        }
    }

    /** Bilinear sums of squares of bytes. */
    static void linear(int[] entries, int[] squares, int[] out, int count) {
        for (int i = 0; i < count; i++) {
            int entry = entries[i];
            int square = squares[i];
            int fx = entry & MASK;
            int left = square & 0xff;
            int top = (left << BITS) + ((square >> 8 & 0xff) - left) * fx;
            int leftBelow = square >> 16 & 0xff;
            int bottom = (leftBelow << BITS) + ((square >>> 24) - leftBelow) * fx;
            out[i] = (top << BITS) + (bottom - top) * (entry >> BITS & MASK) + ROUNDING >> DROPPED;
        }
    }

    /** Bilinear sums of pairs of shorts. */
    static void linear(int[] entries, int[] upper, int[] lower, int[] out, int count) {
        for (int i = 0; i < count; i++) {
            int entry = entries[i];
            int above = upper[i];
            int below = lower[i];
            int fx = entry & MASK;
            int left = above & 0xffff;
            int top = (left << BITS) + ((above >>> 16) - left) * fx;
            int leftBelow = below & 0xffff;
            int bottom = (leftBelow << BITS) + ((below >>> 16) - leftBelow) * fx;
            out[i] = (top << BITS) + (bottom - top) * (entry >> BITS & MASK) + ROUNDING >> DROPPED;
        }
    }
}
