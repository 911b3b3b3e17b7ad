package foldback.core.picture;

/** Halves pictures by means of 2 x 2 samples; keeps the siting of chroma. */
public final class FrameHalver {
    private FrameHalver() {}

    /** A frame of half the size; {@code source}'s sizes are multiples of 4. */
    public static Frame half(Frame source) {
        Frame half = Frame.allocate(source.format(), source.tags(), source.width() / 2, source.height() / 2);
        halve(source, half);
        return half;
    }

    /** Fills {@code half}, a frame of half the size and the same layout, from {@code source}. */
    public static void halve(Frame source, Frame half) {
        halve(source.y(), half.y(), false);
        boolean left = source.format().chromaShiftX() == 1 && source.tags().siting() == ColourTags.Siting.LEFT;
        halve(source.u(), half.u(), left);
        halve(source.v(), half.v(), left);
    }

    /**
     * out(x, y) is the mean of two rows of a mean along the row: (s0 + s1) / 2, or for chroma at the left, whose place moves
     * by a quarter of its distance, (s-1 + 4 s0 + 3 s1) / 8.
     */
    private static void halve(Plane source, Plane out, boolean left) {
        int w0 = left ? 1 : 0;
        int w1 = 4;
        int w2 = left ? 3 : 4;
        for (int y = 0; y < out.height(); y++) {
            if (source instanceof BytePlane from && out instanceof BytePlane to) {
                int a = from.offset() + 2 * y * from.stride();
                int b = a + from.stride();
                byte[] data = from.data();
                int at = to.offset() + y * to.stride();
                for (int x = 0; x < to.width(); x++) {
                    int i = 2 * x;
                    int before = i == 0 ? 0 : i - 1;
                    int sum = w0 * ((data[a + before] & 0xff) + (data[b + before] & 0xff))
                            + w1 * ((data[a + i] & 0xff) + (data[b + i] & 0xff))
                            + w2 * ((data[a + i + 1] & 0xff) + (data[b + i + 1] & 0xff));
                    to.data()[at + x] = (byte) (sum + 8 >> 4);
                }
            } else {
                for (int x = 0; x < out.width(); x++) {
                    int before = Math.max(0, 2 * x - 1);
                    int sum = w0 * (source.get(before, 2 * y) + source.get(before, 2 * y + 1))
                            + w1 * (source.get(2 * x, 2 * y) + source.get(2 * x, 2 * y + 1))
                            + w2 * (source.get(2 * x + 1, 2 * y) + source.get(2 * x + 1, 2 * y + 1));
                    out.set(x, y, sum + 8 >> 4);
                }
            }
        }
    }
}
