package foldback.core.picture;

/** A rectangle of samples in an array it shares with its owner: row {@code y} starts at {@code offset + y * stride}. */
public sealed interface Plane permits BytePlane, ShortPlane {
    int width();

    int height();

    int offset();

    int stride();

    /** The sample at column x, row y as an unsigned value. For tests and slow paths. */
    int get(int x, int y);

    /** Writes one sample. For tests and slow paths. */
    void set(int x, int y, int value);

    /** The same array seen as a smaller rectangle. */
    Plane sub(int left, int top, int width, int height);

    private static int required(int width, int height, int offset, int stride) {
        return width == 0 || height == 0 ? offset : offset + (height - 1) * stride + width;
    }

    /** Refuses a layout that does not fit its array. */
    static void check(int length, int width, int height, int offset, int stride) {
        if (width < 0
                || height < 0
                || offset < 0
                || stride < width
                || required(width, height, offset, stride) > length) {
            throw new IllegalArgumentException("a plane of " + width + " x " + height + " at offset " + offset
                    + " with stride " + stride + " does not fit an array of " + length);
        }
    }
}
