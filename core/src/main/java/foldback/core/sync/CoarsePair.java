package foldback.core.sync;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** Looks for the lag of two sounds over their whole overlap. */
final class CoarsePair {
    private static final int PEAKS = 4;
    /** Peaks nearer than this to a better one are its skirts. */
    private static final double SKIRT_SECONDS = 0.02;

    private static final int NOISE_SAMPLES = 20000;

    private CoarsePair() {}

    /** A lag and its height over the noise, in standard deviations. */
    record Peak(double lagSeconds, double height) {}

    /**
     * The best lags, best first; a lag is the time of an event in the first sound less that in the second.
     *
     * @param a spectrum of the first, zero-padded beyond both lengths
     * @param lengthA samples of the first
     * @param leastOverlap samples that the two must share
     */
    static List<Peak> find(float[] a, float[] b, int lengthA, int lengthB, int rate, int leastOverlap) {
        float[] correlation = WhitenedSpectrum.correlate(a, b);
        int size = correlation.length;
        int lowest = -(lengthB - leastOverlap);
        int highest = lengthA - leastOverlap;
        if (highest <= lowest) {
            return List.of();
        }
        // What is shared by chance grows with the root of the overlap.
        for (int lag = lowest; lag <= highest; lag++) {
            int at = lag < 0 ? lag + size : lag;
            int shared = Math.min(lengthA, lengthB + lag) - Math.max(0, lag);
            correlation[at] = (float) (correlation[at] / Math.sqrt(shared));
        }
        double noise = noise(correlation, lowest, highest);
        int skirt = (int) (SKIRT_SECONDS * rate);
        List<Peak> peaks = new ArrayList<>();
        int[] found = new int[PEAKS];
        for (int n = 0; n < PEAKS; n++) {
            int best = Integer.MIN_VALUE;
            float height = 0;
            for (int lag = lowest; lag <= highest; lag++) {
                float value = correlation[lag < 0 ? lag + size : lag];
                if (value > height && isClear(lag, found, n, skirt)) {
                    best = lag;
                    height = value;
                }
            }
            if (best == Integer.MIN_VALUE) {
                break;
            }
            found[n] = best;
            peaks.add(new Peak((double) best / rate, height / noise));
        }
        return peaks;
    }

    private static boolean isClear(int lag, int[] found, int count, int skirt) {
        for (int i = 0; i < count; i++) {
            if (Math.abs(lag - found[i]) <= skirt) {
                return false;
            }
        }
        return true;
    }

    /** The standard deviation without peaks: from the median of magnitudes. */
    private static double noise(float[] correlation, int lowest, int highest) {
        int step = Math.max(1, (highest - lowest) / NOISE_SAMPLES);
        float[] magnitudes = new float[(highest - lowest) / step + 1];
        int n = 0;
        for (int lag = lowest; lag <= highest; lag += step) {
            magnitudes[n++] = Math.abs(correlation[lag < 0 ? lag + correlation.length : lag]);
        }
        Arrays.sort(magnitudes, 0, n);
        return Math.max(1e-12, magnitudes[n / 2] / 0.6745);
    }
}
