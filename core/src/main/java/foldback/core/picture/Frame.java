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
