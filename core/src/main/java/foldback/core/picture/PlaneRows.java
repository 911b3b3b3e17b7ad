package foldback.core.picture;

/** Rows of a plane as plain numbers. */
public final class PlaneRows {
    private PlaneRows() {}

    /** Fills the front of an array with a row. */
    public static void read(Plane plane, int y, int[] into) {
        int at = plane.offset() + y * plane.stride();
        int width = plane.width();
        if (plane instanceof BytePlane bytes) {
            byte[] data = bytes.data();
            for (int i = 0; i < width; i++) {
                into[i] = data[at + i] & 0xff;
            }
        } else if (plane instanceof ShortPlane shorts) {
            short[] data = shorts.data();
            for (int i = 0; i < width; i++) {
                into[i] = data[at + i] & 0xffff;
            }
        }
    }

    /** Writes a row from the front of an array. */
    public static void write(Plane plane, int y, int[] values) {
        int at = plane.offset() + y * plane.stride();
        int width = plane.width();
        if (plane instanceof BytePlane bytes) {
            byte[] data = bytes.data();
            for (int i = 0; i < width; i++) {
                data[at + i] = (byte) values[i];
            }
        } else if (plane instanceof ShortPlane shorts) {
            short[] data = shorts.data();
            for (int i = 0; i < width; i++) {
                data[at + i] = (short) values[i];
            }
        }
    }
}
