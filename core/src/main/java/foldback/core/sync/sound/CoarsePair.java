package foldback.core.sync.sound;

import foldback.core.numeric.NoiseFloor;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Looks for the lags of two sounds over their whole overlap. Besides single peaks it looks for places where the correlation is
 * lively over some milliseconds: drifting clocks smear the peak of a long take.
 */
final class CoarsePair {
    private static final int PEAKS = 4;
    private static final int SMEARED_PEAKS = 2;
    /** Lower ones are not worth a closer look, standard deviations. */
    private static final double LEAST_HEIGHT = 4.5;
    /** Rounds of music are looked for where at least this share of the shorter sound would be heard by both. */
    private static final double LEAST_ALIKE = 0.3;

    /** Tops below are noise among noise, standard deviations. */
    private static final double LEAST_TOP = 3;

    /** Clocks smear the peaks of takes longer than this. */
    private static final double LONG_SECONDS = 40;
    /** Over how much time the correlation's energy is brought together for drifting clocks, seconds. */
    static final double[] SMEARS = {0.012, 0.05};

    /** For onsets, which are coarse as they are. */
    static final double[] UNSMEARED = {};

    /** A short overlap fits by chance more easily than its length says; this much is added to it, seconds. */
    private static final double OVERLAP_ADDED = 3;

    /** Peaks nearer than this to a better one are its skirts. */
    private static final double SKIRT_SECONDS = 0.02;

    private static final int NOISE_SAMPLES = 20000;

    private CoarsePair() {}

    /** A lag and its height over the noise, in standard deviations. */
    record Peak(double lagSeconds, double height) {}

    /**
     * A sound as it is compared.
     *
     * @param spectrum zero-padded beyond the lengths of both
     * @param tones the same less whitened, to find where music comes round; the spectrum itself where it is not whitened
     * @param length samples
     */
    record Side(float[] spectrum, float[] tones, int length) {}

    /**
     * Lags worth a closer look; a lag is the time of an event in the first sound less that in the second.
     *
     * @param leastOverlap samples that the two must share
     * @param smears over how much time energy is brought together, seconds
     * @param others lags that something else pointed at; they are measured here as well
     */
    static List<Peak> find(Side a, Side b, int rate, int leastOverlap, double[] smears, List<Peak> others) {
        int lowest = -(b.length() - leastOverlap);
        int highest = a.length() - leastOverlap;
        if (highest <= lowest) {
            return List.of();
        }
        float[] circular = WhitenedSpectrum.correlate(a.spectrum(), b.spectrum());
        float[] toneCircular = a.tones() == a.spectrum() ? circular : WhitenedSpectrum.correlate(a.tones(), b.tones());
        double leastAlike = LEAST_ALIKE * Math.min(a.length(), b.length());
        // What is shared by chance grows with the root of the overlap.
        float[] values = new float[highest - lowest + 1];
        float[] alike = new float[values.length];
        for (int lag = lowest; lag <= highest; lag++) {
            float shared = (float) (Math.min(a.length(), b.length() + lag) - Math.max(0, lag) + OVERLAP_ADDED * rate);
            int at = lag < 0 ? lag + circular.length : lag;
            values[lag - lowest] = circular[at] / (float) Math.sqrt(shared);
            alike[lag - lowest] = shared < leastAlike ? 0 : toneCircular[at] / shared;
        }
        Ranked single = new Ranked(values, lowest, rate);
        List<Peak> peaks = new ArrayList<>(single.highest(PEAKS, 0));
        // A round of music fits as well in the shorter overlap a round later, where it stands out less.
        for (Peak peak : new Ranked(alike, lowest, rate).highest(2 * PEAKS, 0)) {
            addIfClear(peaks, new Peak(peak.lagSeconds(), single.heightAt(peak.lagSeconds())));
        }
        if (values.length > LONG_SECONDS * rate) {
            double[] upTo = squaresUpTo(values);
            for (double smear : smears) {
                int width = (int) (smear * rate);
                new Ranked(energies(upTo, width), lowest, rate)
                        .highest(SMEARED_PEAKS, width)
                        .forEach(peak -> addIfClear(peaks, peak));
            }
        }
        for (Peak other : others) {
            double here = single.nearest(other.lagSeconds());
            add(peaks, new Peak(here, single.heightAt(here)));
        }
        return peaks;
    }

    private static void addIfClear(List<Peak> peaks, Peak peak) {
        if (peak.height() >= LEAST_HEIGHT) {
            add(peaks, peak);
        }
    }

    /** Adds what is no skirt of a peak that is there. */
    private static void add(List<Peak> peaks, Peak peak) {
        if (peaks.stream().noneMatch(p -> Math.abs(p.lagSeconds() - peak.lagSeconds()) <= SKIRT_SECONDS)) {
            peaks.add(peak);
        }
    }

    /** The squares added up: entry n is the sum of the first n. */
    private static double[] squaresUpTo(float[] values) {
        double[] upTo = new double[values.length + 1];
        for (int i = 0; i < values.length; i++) {
            upTo[i + 1] = upTo[i] + (double) values[i] * values[i];
        }
        return upTo;
    }

    /** The mean square around each place, from squares added up. */
    private static float[] energies(double[] upTo, int width) {
        float[] means = new float[upTo.length - 1];
        int half = width / 2;
        for (int i = 0; i < means.length; i++) {
            double sum = upTo[Math.min(means.length, i + half + 1)] - upTo[Math.max(0, i - half)];
            means[i] = (float) (sum / width);
        }
        return means;
    }

    /** Values by lag, measured in standard deviations of what has no peaks. */
    private static final class Ranked {
        private final float[] values;
        private final int lowest;
        private final int rate;
        private final NoiseFloor noise;

        Ranked(float[] values, int lowest, int rate) {
            this.values = values;
            this.lowest = lowest;
            this.rate = rate;
            int step = Math.max(1, values.length / NOISE_SAMPLES);
            float[] some = new float[(values.length - 1) / step + 1];
            for (int i = 0; i < some.length; i++) {
                some[i] = values[i * step];
            }
            noise = NoiseFloor.of(some);
        }

        double heightAt(double lagSeconds) {
            return noise.height(values[(int) Math.round(lagSeconds * rate) - lowest]);
        }

        /** The lag of the highest value near another. */
        double nearest(double lagSeconds) {
            int middleAt = (int) Math.round(lagSeconds * rate) - lowest;
            int reach = (int) (SKIRT_SECONDS * rate);
            int best = Math.max(0, Math.min(values.length - 1, middleAt));
            for (int i = Math.max(0, middleAt - reach); i <= Math.min(values.length - 1, middleAt + reach); i++) {
                best = values[i] > values[best] ? i : best;
            }
            return (double) (best + lowest) / rate;
        }

        List<Peak> highest(int count, int width) {
            int skirt = (int) (SKIRT_SECONDS * rate) + width;
            List<Peak> peaks = new ArrayList<>();
            int[] tops = tops();
            while (peaks.size() < count && tops.length > 0) {
                int best = tops[0];
                for (int at : tops) {
                    best = values[at] > values[best] ? at : best;
                }
                peaks.add(new Peak((double) (best + lowest) / rate, noise.height(values[best])));
                int taken = best;
                tops = Arrays.stream(tops)
                        .filter(at -> Math.abs(at - taken) > skirt)
                        .toArray();
            }
            return peaks;
        }

        /** Places higher than their neighbours and clearly above the noise; the highest of all where there are none. */
        private int[] tops() {
            float least = (float) (noise.middle() + LEAST_TOP * noise.sigma());
            int[] tops = new int[64];
            int count = 0;
            int highest = 0;
            for (int i = 0; i < values.length; i++) {
                float value = values[i];
                if (value > values[highest]) {
                    highest = i;
                }
                if (value >= least
                        && (i == 0 || value > values[i - 1])
                        && (i == values.length - 1 || value >= values[i + 1])) {
                    tops = count < tops.length ? tops : Arrays.copyOf(tops, 2 * count);
                    tops[count++] = i;
                }
            }
            return count > 0 ? Arrays.copyOf(tops, count) : new int[] {highest};
        }
    }
}
