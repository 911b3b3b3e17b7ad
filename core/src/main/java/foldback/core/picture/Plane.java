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

    /** Overwrites the samples with those of a plane of the same kind and size. */
    default void copyFrom(Plane other) {
        if (other.getClass() != getClass() || other.width() != width() || other.height() != height()) {
            throw new IllegalArgumentException("'other' must be a plane of the same kind and size: " + other.width()
                    + " x " + other.height() + ", not " + width() + " x " + height());
        }
        for (int row = 0; row < height(); row++) {
            int from = other.offset() + row * other.stride();
            int to = offset() + row * stride();
            if (this instanceof BytePlane mine && other instanceof BytePlane theirs) {
                System.arraycopy(theirs.data(), from, mine.data(), to, width());
            } else if (this instanceof ShortPlane mine && other instanceof ShortPlane theirs) {
                System.arraycopy(theirs.data(), from, mine.data(), to, width());
            }
        }
    }

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
