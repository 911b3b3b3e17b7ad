package foldback.core.picture;

/**
 * One picture of three planes Y'CbCr; the planes are shared.
 *
 * @param y luma, width x height
 * @param u blue difference, chroma size of the format
 * @param v red difference, chroma size of the format
 */
public record Frame(PixelFormat format, ColourTags tags, Plane y, Plane u, Plane v) {

    public Frame {
        int chromaWidth = format.chromaWidth(y.width());
        int chromaHeight = format.chromaHeight(y.height());
        if (u.width() != chromaWidth
                || v.width() != chromaWidth
                || u.height() != chromaHeight
                || v.height() != chromaHeight) {
            throw new IllegalArgumentException("chroma planes of a frame of " + y.width() + " x " + y.height()
                    + " must be " + chromaWidth + " x " + chromaHeight + ": " + u.width() + " x " + u.height());
        }
    }

    /** A frame with planes of its own, all samples 0. */
    public static Frame allocate(PixelFormat format, ColourTags tags, int width, int height) {
        int chromaWidth = format.chromaWidth(width);
        int chromaHeight = format.chromaHeight(height);
        return new Frame(
                format,
                tags,
                plane(format, width, height),
                plane(format, chromaWidth, chromaHeight),
                plane(format, chromaWidth, chromaHeight));
    }

    /**
     * The same samples seen as a smaller picture.
     *
     * @param left a whole number of chroma samples, and so are the others
     */
    public Frame sub(int left, int top, int subWidth, int subHeight) {
        int sx = format.chromaShiftX();
        int sy = format.chromaShiftY();
        if ((left | subWidth) % (1 << sx) != 0 || (top | subHeight) % (1 << sy) != 0) {
            throw new IllegalArgumentException("a part of a frame must begin and end between chroma samples: " + left
                    + ", " + top + ", " + subWidth + " x " + subHeight);
        }
        return new Frame(
                format,
                tags,
                y.sub(left, top, subWidth, subHeight),
                u.sub(left >> sx, top >> sy, subWidth >> sx, subHeight >> sy),
                v.sub(left >> sx, top >> sy, subWidth >> sx, subHeight >> sy));
    }

    /** The same samples with another meaning. */
    public Frame withTags(ColourTags changed) {
        return new Frame(format, changed, y, u, v);
    }

    /** Overwrites the samples with those of a frame of the same layout and size. */
    public void copyFrom(Frame other) {
        y.copyFrom(other.y);
        u.copyFrom(other.u);
        v.copyFrom(other.v);
    }

    /** The same picture with planes of its own. */
    public Frame copy() {
        Frame copy = allocate(format, tags, width(), height());
        copy.copyFrom(this);
        return copy;
    }

    public int width() {
        return y.width();
    }

    public int height() {
        return y.height();
    }

    private static Plane plane(PixelFormat format, int width, int height) {
        return format.bits() > 8 ? new ShortPlane(width, height) : new BytePlane(width, height);
    }
}
