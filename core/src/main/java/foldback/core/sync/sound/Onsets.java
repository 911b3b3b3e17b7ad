package foldback.core.sync.sound;

import foldback.core.numeric.Fourier;
import java.util.Arrays;

/**
 * How suddenly a sound begins, four milliseconds by four: the rise of the logarithm of its energy over what was before. A weak
 * clap stands out here of wind that buries it elsewhere, and clocks drift by few of these steps.
 */
final class Onsets {
    static final int RATE = 250;
    private static final int BEFORE = 4;
    /** Below this share of the sound's median energy nothing is heard. */
    private static final double FLOOR_SHARE = 0.3;

    private Onsets() {}

    /**
     * The spectrum of the onsets.
     *
     * @param rate of the samples, a multiple of {@value #RATE}
     * @param size of the transform, a power of two
     */
    static float[] spectrum(short[] samples, int rate, int size) {
        float[] rises = rises(samples, rate);
        float[] onsets = Arrays.copyOf(rises, size);
        int count = Math.min(rises.length, size);
        double mean = 0;
        for (float rise : rises) {
            mean += rise / rises.length;
        }
        for (int m = BEFORE; m < count; m++) {
            onsets[m] -= (float) mean;
        }
        Fourier.of(size).realForward(onsets);
        onsets[0] = 0;
        onsets[1] = 0;
        return onsets;
    }

    /** By how much the logarithm of the energy rises, not below 0, {@value #RATE} values a second. */
    static float[] rises(short[] samples, int rate) {
        int step = rate / RATE;
        int count = samples.length / step;
        double[] energy = new double[count];
        for (int m = 0; m < count; m++) {
            energy[m] = LoudWindows.liveliness(samples, m * step, (m + 1) * step);
        }
        double[] sorted = energy.clone();
        Arrays.sort(sorted);
        double floor = count == 0 ? 1 : 1 + FLOOR_SHARE * sorted[count / 2];
        float[] rises = new float[count];
        for (int m = BEFORE; m < count; m++) {
            double before = 0;
            for (int b = 1; b <= BEFORE; b++) {
                before += energy[m - b] / BEFORE;
            }
            rises[m] = (float) Math.max(0, Math.log((energy[m] + floor) / (before + floor)));
        }
        return rises;
    }
}
