package foldback.core.sync.sound;

import java.util.Arrays;

/** Lowers the rate of a sound by a whole factor, behind a low-pass of windowed sinc form without delay. */
final class Decimator {
    private static final int LOBES = 8;
    /** Samples made at a time: what a core keeps near itself. */
    private static final int BLOCK = 4096;

    private Decimator() {}

    /** Every {@code factor}-th sample of the smoothed sound. */
    static float[] decimate(short[] samples, int factor) {
        int reach = LOBES * factor;
        float[] taps = new float[2 * reach + 1];
        double cut = 0.45 / factor;
        double sum = 0;
        for (int i = -reach; i <= reach; i++) {
            double sinc = i == 0 ? 2 * cut : Math.sin(2 * Math.PI * cut * i) / (Math.PI * i);
            double window = 0.5 + 0.5 * Math.cos(Math.PI * i / (reach + 1));
            taps[i + reach] = (float) (sinc * window);
            sum += taps[i + reach];
        }
        float[] out = new float[samples.length / factor];
        float[] phase = new float[BLOCK + 2 * LOBES + 1];
        for (int from = 0; from < out.length; from += BLOCK) {
            int count = Math.min(BLOCK, out.length - from);
            for (int p = 0; p < factor; p++) {
                // Samples a factor apart lie side by side here, so that each tap runs over a row of them at once.
                int first = from * factor - reach + p;
                every(samples, first, factor, phase, count + 2 * LOBES + 1);
                for (int k = p; k < taps.length; k += factor) {
                    add(phase, k / factor, (float) (taps[k] / sum), out, from, count);
                }
            }
        }
        return out;
    }

    private static void add(float[] row, int shift, float tap, float[] out, int from, int count) {
        for (int n = 0; n < count; n++) {
            out[from + n] += tap * row[n + shift];
        }
    }

    /** Fills a row with samples a factor apart; beyond their ends lies silence. */
    private static void every(short[] samples, int first, int factor, float[] row, int count) {
        int low = first >= 0 ? 0 : Math.min(count, (factor - 1 - first) / factor);
        int high = Math.max(low, Math.min(count, (samples.length - 1 - first) / factor + 1));
        Arrays.fill(row, 0, low, 0);
        Arrays.fill(row, high, count, 0);
        for (int n = low; n < high; n++) {
            row[n] = samples[first + n * factor];
        }
    }
}
