package foldback.core.picture;

/**
 * The layout of a planar Y'CbCr frame.
 *
 * @param bits bits of a sample, 8 to 10: deeper sources are read with 10, which keeps sums of kernels in an int
 * @param chromaShiftX by how many halvings chroma is narrower than luma, 0 or 1
 * @param chromaShiftY by how many halvings chroma is lower than luma, 0 or 1
 */
public record PixelFormat(int bits, int chromaShiftX, int chromaShiftY) {
    public static final PixelFormat YUV420_8 = new PixelFormat(8, 1, 1);
    public static final PixelFormat YUV420_10 = new PixelFormat(10, 1, 1);

    public PixelFormat {
        if (bits < 8 || bits > 10) {
            throw new IllegalArgumentException("'bits' must be 8 to 10: " + bits);
        }
        if ((chromaShiftX | chromaShiftY) >> 1 != 0) {
            throw new IllegalArgumentException("chroma shifts must be 0 or 1: " + chromaShiftX + ", " + chromaShiftY);
        }
    }

    public int maxValue() {
        return (1 << bits) - 1;
    }

    public int chromaWidth(int width) {
        return (width + (1 << chromaShiftX) - 1) >> chromaShiftX;
    }

    public int chromaHeight(int height) {
        return (height + (1 << chromaShiftY) - 1) >> chromaShiftY;
    }

    public int bytesPerSample() {
        return bits > 8 ? 2 : 1;
    }

    /** Bytes of one frame with its three planes. */
    public long frameBytes(int width, int height) {
        return bytesPerSample() * ((long) width * height + 2L * chromaWidth(width) * chromaHeight(height));
    }
}
