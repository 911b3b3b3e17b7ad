package foldback.core.stitch.paint;

import foldback.core.picture.BytePlane;
import foldback.core.picture.Plane;
import foldback.core.picture.ShortPlane;
import foldback.core.tone.LensLight;
import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;
import java.util.Arrays;

/** Writes a cell's code values into a plane. */
final class CellStore {
    private static final VarHandle AS_LONG =
            MethodHandles.byteArrayViewVarHandle(long[].class, ByteOrder.LITTLE_ENDIAN);

    private CellStore() {}

    /** plane(x + i, y + j) = table[values[j * pitch + i] + margin] for i under columns, j under rows */
    static void storeLooked(
            Plane plane, int x, int y, int columns, int rows, int[] values, int pitch, short[] table, int margin) {
        for (int row = 0; row < rows; row++) {
            int at = plane.offset() + (y + row) * plane.stride() + x;
            int from = row * pitch;
            if (plane instanceof BytePlane bytes) {
                byte[] data = bytes.data();
                for (int i = 0; i < columns; i++) {
                    data[at + i] = (byte) table[values[from + i] + margin];
                }
            } else if (plane instanceof ShortPlane shorts) {
                short[] data = shorts.data();
                for (int i = 0; i < columns; i++) {
                    data[at + i] = table[values[from + i] + margin];
                }
            }
        }
    }

    /** Looks the luma of 2 x 2 blocks up at their places, and stores it; columns and rows are even. */
    static void storeLevelled(
            Plane plane, int x, int y, int columns, int rows, int[] values, int pitch, LensLight light, int[] places) {
        short[] table = light.levels();
        int blocks = columns / 2;
        for (int row = 0; row < rows; row += 2) {
            int at = plane.offset() + (y + row) * plane.stride() + x;
            int from = row * pitch;
            if (plane instanceof BytePlane bytes) {
                levelled(bytes.data(), at, plane.stride(), blocks, values, from, pitch, table, places);
            } else if (plane instanceof ShortPlane shorts) {
                levelled(shorts.data(), at, plane.stride(), blocks, values, from, pitch, table, places);
            }
        }
    }

    /** into[j * pitch + i] = plane(x + 2 i, y + 2 j); 0 for the rest of the cells, which lies beyond the picture's sides. */
    static void firsts(Plane plane, int x, int y, int columns, int rows, int[] into, int pitch, int size) {
        if (columns < 2 * pitch || rows < size) {
            Arrays.fill(into, 0, pitch * size / 2, 0);
        }
        for (int row = 0; row < rows; row += 2) {
            int at = plane.offset() + (y + row) * plane.stride() + x;
            int from = row / 2 * pitch;
            if (plane instanceof BytePlane bytes) {
                byte[] data = bytes.data();
                for (int i = 0; i < columns / 2; i++) {
                    into[from + i] = data[at + 2 * i] & 0xff;
                }
            } else if (plane instanceof ShortPlane shorts) {
                short[] data = shorts.data();
                for (int i = 0; i < columns / 2; i++) {
                    into[from + i] = data[at + 2 * i];
                }
            }
        }
    }

    private static void levelled(
            byte[] data,
            int at,
            int stride,
            int blocks,
            int[] values,
            int from,
            int pitch,
            short[] table,
            int[] places) {
        int block = from / 4;
        int under = at + stride;
        int below = from + pitch;
        for (int i = 0; i < blocks; i++) {
            int place = places[block + i];
            data[at + 2 * i] = (byte) table[place + values[from + 2 * i]];
            data[at + 2 * i + 1] = (byte) table[place + values[from + 2 * i + 1]];
            data[under + 2 * i] = (byte) table[place + values[below + 2 * i]];
            data[under + 2 * i + 1] = (byte) table[place + values[below + 2 * i + 1]];
        }
    }

    private static void levelled(
            short[] data,
            int at,
            int stride,
            int blocks,
            int[] values,
            int from,
            int pitch,
            short[] table,
            int[] places) {
        int block = from / 4;
        int under = at + stride;
        int below = from + pitch;
        for (int i = 0; i < blocks; i++) {
            int place = places[block + i];
            data[at + 2 * i] = table[place + values[from + 2 * i]];
            data[at + 2 * i + 1] = table[place + values[from + 2 * i + 1]];
            data[under + 2 * i] = table[place + values[below + 2 * i]];
            data[under + 2 * i + 1] = table[place + values[below + 2 * i + 1]];
        }
    }

    /** plane(x + i, y + j) = codes[j * pitch + i] for i under columns, j under rows */
    static void store(Plane plane, int x, int y, int columns, int rows, int[] codes, int pitch) {
        for (int row = 0; row < rows; row++) {
            int at = plane.offset() + (y + row) * plane.stride() + x;
            int from = row * pitch;
            if (plane instanceof BytePlane bytes) {
                storeBytes(bytes.data(), at, columns, codes, from);
            } else if (plane instanceof ShortPlane shorts) {
                short[] data = shorts.data();
                for (int i = 0; i < columns; i++) {
                    data[at + i] = (short) codes[from + i];
                }
            }
        }
    }

    /** Codes of 8 bits, eight in a write: one by one they take twice as long. */
    private static void storeBytes(byte[] data, int at, int count, int[] codes, int from) {
        int done = 0;
        for (; done + 8 <= count; done += 8) {
            int first = from + done;
            int low = codes[first] | codes[first + 1] << 8 | codes[first + 2] << 16 | codes[first + 3] << 24;
            int high = codes[first + 4] | codes[first + 5] << 8 | codes[first + 6] << 16 | codes[first + 7] << 24;
            AS_LONG.set(data, at + done, (long) high << 32 | low & 0xffffffffL);
        }
        for (; done < count; done++) {
            data[at + done] = (byte) codes[from + done];
        }
    }
}
