package foldback.core.picture;

/** Reads single samples of a frame as R'G'B' signals, 0 for black and 1 for full scale; for measuring, not for whole pictures. */
public final class SignalReader {
    private final Frame frame;
    private final double black;
    private final double lumaScale;
    private final double chromaScale;
    private final int mid;
    private final ColourTags.Matrix matrix;

    public SignalReader(Frame frame) {
        this.frame = frame;
        ColourTags tags = frame.tags();
        int bits = frame.format().bits();
        black = tags.black(bits);
        lumaScale = tags.lumaScale(bits);
        chromaScale = tags.chromaScale(bits);
        mid = 1 << (bits - 1);
        matrix = tags.matrix();
    }

    /**
     * Reads.
     *
     * @param rgb written
     */
    public void read(int x, int y, double[] rgb) {
        int cx = x >> frame.format().chromaShiftX();
        int cy = y >> frame.format().chromaShiftY();
        double luma = (frame.y().get(x, y) - black) / lumaScale;
        double u = (frame.u().get(cx, cy) - mid) / chromaScale;
        double v = (frame.v().get(cx, cy) - mid) / chromaScale;
        rgb[0] = luma + 2 * (1 - matrix.red()) * v;
        rgb[2] = luma + 2 * (1 - matrix.blue()) * u;
        rgb[1] = (luma - matrix.red() * rgb[0] - matrix.blue() * rgb[2]) / matrix.green();
    }
}
