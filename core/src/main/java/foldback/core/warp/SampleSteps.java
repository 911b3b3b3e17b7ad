package foldback.core.warp;

import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;

/**
 * The steps of sampling, each one loop over a strip and short enough that the JVM unrolls and vectorises it.
 *
 * <p>Interpolation uses 8 fraction bits of a coordinate. Cubic weights are those of Keys 1981, eq. 15, a = -1/2, for
 * f = 0..1 between the second and the third of four samples, times 1024:
 * w0 = (-f^3 + 2f^2 - f)/2, w2 = (-3f^3 + 4f^2 + f)/2, w3 = (f^3 - f^2)/2, w1 = 1 - w0 - w2 - w3.
 */
final class SampleSteps {
    private static final VarHandle AS_SHORT =
            MethodHandles.byteArrayViewVarHandle(short[].class, ByteOrder.LITTLE_ENDIAN);
    private static final VarHandle AS_INT = MethodHandles.byteArrayViewVarHandle(int[].class, ByteOrder.LITTLE_ENDIAN);

    private SampleSteps() {}

    /** out[i] = (y[i] >> 16) stride + (x[i] >> 16) + offset */
    static void addresses(int[] x, int[] y, int stride, int offset, int[] out, int count) {
        for (int i = 0; i < count; i++) {
            out[i] = (y[i] >> 16) * stride + (x[i] >> 16) + offset;
        }
    }

    /** Two neighbours a row as one value, the left one in the low byte; upper[i] at address[i], lower[i] a row below. */
    static void pairs(byte[] data, int stride, int[] address, int[] upper, int[] lower, int count) {
        for (int i = 0; i < count; i++) {
            int at = address[i];
            upper[i] = (short) AS_SHORT.get(data, at);
            lower[i] = (short) AS_SHORT.get(data, at + stride);
        }
    }

    /** As for bytes, the left neighbour in the low 16 bits. */
    static void pairs(short[] data, int stride, int[] address, int[] upper, int[] lower, int count) {
        for (int i = 0; i < count; i++) {
            int at = address[i];
            upper[i] = data[at] & 0xffff | data[at + 1] << 16;
            lower[i] = data[at + stride] & 0xffff | data[at + stride + 1] << 16;
        }
    }

    /** out = linear sum of a pair of bytes, times 256; out may be pairs. */
    static void linearRowBytes(int[] x, int[] pairs, int[] out, int count) {
        for (int i = 0; i < count; i++) {
            int p = pairs[i];
            int left = p & 0xff;
            out[i] = (left << 8) + ((p >> 8 & 0xff) - left) * (x[i] >> 8 & 0xff);
        }
    }

    /** As for bytes. A shift that is not a constant would keep the loop from being vectorised, so there are two. */
    static void linearRowShorts(int[] x, int[] pairs, int[] out, int count) {
        for (int i = 0; i < count; i++) {
            int p = pairs[i];
            int left = p & 0xffff;
            out[i] = (left << 8) + ((p >>> 16) - left) * (x[i] >> 8 & 0xff);
        }
    }

    /** out = linear sum of two row sums, with 3 fraction bits. */
    static void linearColumn(int[] y, int[] upper, int[] lower, int[] out, int count) {
        for (int i = 0; i < count; i++) {
            int top = upper[i];
            out[i] = (top << 8) + (lower[i] - top) * (y[i] >> 8 & 0xff) + 4096 >> 13;
        }
    }

    /** Four neighbours of each of four rows, the leftmost in the low byte. */
    static void quads(byte[] data, int stride, int[] address, int[] r0, int[] r1, int[] r2, int[] r3, int count) {
        for (int i = 0; i < count; i++) {
            int at = address[i];
            r0[i] = (int) AS_INT.get(data, at);
            r1[i] = (int) AS_INT.get(data, at + stride);
            r2[i] = (int) AS_INT.get(data, at + 2 * stride);
            r3[i] = (int) AS_INT.get(data, at + 3 * stride);
        }
    }

    /** Four neighbours of one row of shorts: the left two in low, the right two in high. */
    static void quadRow(short[] data, int offset, int[] address, int[] low, int[] high, int count) {
        for (int i = 0; i < count; i++) {
            int at = address[i] + offset;
            low[i] = data[at] & 0xffff | data[at + 1] << 16;
            high[i] = data[at + 2] & 0xffff | data[at + 3] << 16;
        }
    }

    /** out = cubic sum along a row of bytes, times 1024; out may be quads. */
    static void cubicRow(int[] x, int[] quads, int[] out, int count) {
        for (int i = 0; i < count; i++) {
            int f = x[i] >> 8 & 0xff;
            int f2 = f * f;
            int f3 = f2 * f >> 8;
            int w0 = (2 * f2 - f3 - (f << 8)) >> 7;
            int w2 = (4 * f2 - 3 * f3 + (f << 8)) >> 7;
            int w3 = (f3 - f2) >> 7;
            int w1 = 1024 - w0 - w2 - w3;
            int p = quads[i];
            out[i] = (p & 0xff) * w0 + (p >> 8 & 0xff) * w1 + (p >> 16 & 0xff) * w2 + (p >>> 24) * w3;
        }
    }

    /** out = cubic sum along a row of shorts, times 1024; out may be low. */
    static void cubicRow(int[] x, int[] low, int[] high, int[] out, int count) {
        for (int i = 0; i < count; i++) {
            int f = x[i] >> 8 & 0xff;
            int f2 = f * f;
            int f3 = f2 * f >> 8;
            int w0 = (2 * f2 - f3 - (f << 8)) >> 7;
            int w2 = (4 * f2 - 3 * f3 + (f << 8)) >> 7;
            int w3 = (f3 - f2) >> 7;
            int w1 = 1024 - w0 - w2 - w3;
            int p = low[i];
            int q = high[i];
            out[i] = (p & 0xffff) * w0 + (p >>> 16) * w1 + (q & 0xffff) * w2 + (q >>> 16) * w3;
        }
    }

    /** out = the inner half of the cubic sum down four row sums: 1024 r1 + w2 (r2 - r1). */
    static void cubicInner(int[] y, int[] r1, int[] r2, int[] out, int count) {
        for (int i = 0; i < count; i++) {
            int f = y[i] >> 8 & 0xff;
            int f2 = f * f;
            int f3 = f2 * f >> 8;
            int w2 = (4 * f2 - 3 * f3 + (f << 8)) >> 7;
            out[i] = (r1[i] << 10) + (r2[i] - r1[i]) * w2;
        }
    }

    /** out = (inner + w0 (r0 - r1) + w3 (r3 - r1)), with 3 fraction bits; r0 and r3 come as differences from r1. */
    static void cubicOuter(int[] y, int[] d0, int[] d3, int[] inner, int[] out, int count) {
        for (int i = 0; i < count; i++) {
            int f = y[i] >> 8 & 0xff;
            int f2 = f * f;
            int f3 = f2 * f >> 8;
            int w0 = (2 * f2 - f3 - (f << 8)) >> 7;
            out[i] = inner[i] + d0[i] * w0 + d3[i] * ((f3 - f2) >> 7) + 65536 >> 17;
        }
    }

    /** values[i] -= base[i] */
    static void subtract(int[] base, int[] values, int count) {
        for (int i = 0; i < count; i++) {
            values[i] -= base[i];
        }
    }
}
