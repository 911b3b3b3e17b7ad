package foldback.core.tone;

import foldback.core.picture.Frame;
import foldback.core.picture.SignalReader;

/** Reads single samples of a frame as linear light, by a table of the curve; one instance a frame. */
public final class SampleLight {
    private static final int STEPS = 4096;
    /** Signals are read from there to as far beyond white. */
    private static final double LOWEST = -0.25;

    private static final double SPAN = 1.5;

    private final SignalReader reader;
    private final float[] table;
    /** Red, green and blue of the sample that was read last: the signal, then linear light. */
    private final double[] signal = new double[3];

    private final double[] light = new double[3];

    /** @param table of {@link #table} for the frame's curve */
    public SampleLight(Frame frame, float[] table) {
        reader = new SignalReader(frame);
        this.table = table;
    }

    /** Light by signal, for {@link #SampleLight}. */
    public static float[] table(LightCurve curve) {
        float[] table = new float[STEPS + 1];
        for (int i = 0; i <= STEPS; i++) {
            table[i] = (float) curve.toLight(LOWEST + SPAN * i / STEPS);
        }
        return table;
    }

    /** Reads the sample at a pixel of luma; then {@link #signal} and {@link #light} tell of it. */
    public void read(int x, int y) {
        reader.read(x, y, signal);
        for (int c = 0; c < 3; c++) {
            double at = Math.max(0, Math.min(STEPS - 1e-6, (signal[c] - LOWEST) / SPAN * STEPS));
            int i = (int) at;
            light[c] = table[i] + (at - i) * (table[i + 1] - table[i]);
        }
    }

    /** The signal of red, green or blue, 0 black, 1 white. */
    public double signal(int channel) {
        return signal[channel];
    }

    /** The linear light of red, green or blue. */
    public double light(int channel) {
        return light[channel];
    }
}
