package foldback.core.stitch;

import foldback.core.picture.BytePlane;
import foldback.core.picture.Plane;
import foldback.core.picture.ShortPlane;

/** Writes a cell's code values into a plane. */
final class CellStore {
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

    /** plane(x + i, y + j) = codes[j * pitch + i] for i under columns, j under rows */
    static void store(Plane plane, int x, int y, int columns, int rows, int[] codes, int pitch) {
        for (int row = 0; row < rows; row++) {
            int at = plane.offset() + (y + row) * plane.stride() + x;
            int from = row * pitch;
            if (plane instanceof BytePlane bytes) {
                byte[] data = bytes.data();
                for (int i = 0; i < columns; i++) {
                    data[at + i] = (byte) codes[from + i];
                }
            } else if (plane instanceof ShortPlane shorts) {
                short[] data = shorts.data();
                for (int i = 0; i < columns; i++) {
                    data[at + i] = (short) codes[from + i];
                }
            }
        }
    }
}
