package foldback.core.balance;

import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.tone.Transfer;

/** Reads single samples of a frame as linear light, by a table of the curve; one instance a frame. */
final class SampleLight {
    private static final int STEPS = 4096;
    /** Signals are read from there to as far beyond white. */
    private static final double LOWEST = -0.25;

    private static final double SPAN = 1.5;

    private final Frame frame;
    private final double black;
    private final double lumaScale;
    private final double chromaScale;
    private final int mid;
    private final double redByV;
    private final double blueByU;
    private final double redShare;
    private final double greenShare;
    private final double blueShare;
    private final float[] table;
    /** Red, green and blue of the sample that was read last: the signal, then linear light. */
    final double[] signal = new double[3];

    final double[] light = new double[3];

    SampleLight(Frame frame, float[] table) {
        this.frame = frame;
        this.table = table;
        ColourTags tags = frame.tags();
        int bits = frame.format().bits();
        black = tags.black(bits);
        lumaScale = tags.lumaScale(bits);
        chromaScale = tags.chromaScale(bits);
        mid = 1 << (bits - 1);
        redShare = tags.matrix().red();
        greenShare = tags.matrix().green();
        blueShare = tags.matrix().blue();
        redByV = 2 * (1 - redShare);
        blueByU = 2 * (1 - blueShare);
    }

    /** Light by signal, for {@link #SampleLight}. */
    static float[] table(Transfer curve) {
        float[] table = new float[STEPS + 1];
        for (int i = 0; i <= STEPS; i++) {
            table[i] = (float) curve.toLight(LOWEST + SPAN * i / STEPS);
        }
        return table;
    }

    void read(int x, int y) {
        int cx = x >> frame.format().chromaShiftX();
        int cy = y >> frame.format().chromaShiftY();
        double luma = (frame.y().get(x, y) - black) / lumaScale;
        double u = (frame.u().get(cx, cy) - mid) / chromaScale;
        double v = (frame.v().get(cx, cy) - mid) / chromaScale;
        signal[0] = luma + redByV * v;
        signal[2] = luma + blueByU * u;
        signal[1] = (luma - redShare * signal[0] - blueShare * signal[2]) / greenShare;
        for (int c = 0; c < 3; c++) {
            double at = Math.max(0, Math.min(STEPS - 1e-6, (signal[c] - LOWEST) / SPAN * STEPS));
            int i = (int) at;
            light[c] = table[i] + (at - i) * (table[i + 1] - table[i]);
        }
    }
}
