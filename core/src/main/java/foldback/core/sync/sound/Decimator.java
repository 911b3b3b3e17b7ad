package foldback.core.sync.sound;

/** Lowers the rate of a sound by a whole factor, behind a low-pass of windowed sinc form without delay. */
final class Decimator {
    private static final int LOBES = 8;

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
        for (int n = 0; n < out.length; n++) {
            int from = n * factor - reach;
            int low = Math.max(0, -from);
            int high = Math.min(taps.length, samples.length - from);
            float value = 0;
            for (int k = low; k < high; k++) {
                value += taps[k] * samples[from + k];
            }
            out[n] = (float) (value / sum);
        }
        return out;
    }
}
