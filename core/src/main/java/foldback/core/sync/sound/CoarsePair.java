package foldback.core.sync.sound;

import foldback.core.sync.Noise;
import java.util.ArrayList;
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
            double shared = Math.min(a.length(), b.length() + lag) - Math.max(0, lag) + OVERLAP_ADDED * rate;
            float value = circular[Math.floorMod(lag, circular.length)];
            values[lag - lowest] = (float) (value / Math.sqrt(shared));
            float tones = toneCircular[Math.floorMod(lag, circular.length)];
            alike[lag - lowest] = shared < leastAlike ? 0 : (float) (tones / shared);
        }
        Ranked single = new Ranked(values, lowest, rate);
        List<Peak> peaks = new ArrayList<>(single.highest(PEAKS, 0));
        // A round of music fits as well in the shorter overlap a round later, where it stands out less.
        for (Peak peak : new Ranked(alike, lowest, rate).highest(2 * PEAKS, 0)) {
            addIfClear(peaks, new Peak(peak.lagSeconds(), single.heightAt(peak.lagSeconds())));
        }
        if (values.length > LONG_SECONDS * rate) {
            for (double smear : smears) {
                int width = (int) (smear * rate);
                new Ranked(energies(values, width), lowest, rate)
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

    /** The mean square around each place. */
    private static float[] energies(float[] values, int width) {
        float[] means = new float[values.length];
        double sum = 0;
        int half = width / 2;
        for (int i = -half; i < values.length + half; i++) {
            int enters = i + half;
            int leaves = i - half - 1;
            sum += enters < values.length && enters >= 0 ? (double) values[enters] * values[enters] : 0;
            sum -= leaves >= 0 && leaves < values.length ? (double) values[leaves] * values[leaves] : 0;
            if (i >= 0 && i < values.length) {
                means[i] = (float) (sum / width);
            }
        }
        return means;
    }

    /** Values by lag, measured in standard deviations of what has no peaks. */
    private static final class Ranked {
        private final float[] values;
        private final int lowest;
        private final int rate;
        private final Noise noise;

        Ranked(float[] values, int lowest, int rate) {
            this.values = values;
            this.lowest = lowest;
            this.rate = rate;
            int step = Math.max(1, values.length / NOISE_SAMPLES);
            float[] some = new float[(values.length - 1) / step + 1];
            for (int i = 0; i < some.length; i++) {
                some[i] = values[i * step];
            }
            noise = Noise.of(some);
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
            int[] found = new int[count];
            for (int at : tops()) {
                if (peaks.size() < count && isClear(at, found, peaks.size(), skirt)) {
                    found[peaks.size()] = at;
                    peaks.add(new Peak((double) (at + lowest) / rate, noise.height(values[at])));
                }
            }
            return peaks;
        }

        /** Places higher than their neighbours and clearly above the noise, the highest first; the highest of all in any case. */
        private List<Integer> tops() {
            float least = (float) (noise.middle() + LEAST_TOP * noise.sigma());
            List<Integer> tops = new ArrayList<>();
            int highest = 0;
            for (int i = 0; i < values.length; i++) {
                float value = values[i];
                if (value > values[highest]) {
                    highest = i;
                }
                if (value >= least
                        && (i == 0 || value > values[i - 1])
                        && (i == values.length - 1 || value >= values[i + 1])) {
                    tops.add(i);
                }
            }
            if (tops.isEmpty()) {
                tops.add(highest);
            }
            tops.sort((one, two) -> Float.compare(values[two], values[one]));
            return tops;
        }

        private static boolean isClear(int at, int[] found, int count, int skirt) {
            for (int i = 0; i < count; i++) {
                if (Math.abs(at - found[i]) <= skirt) {
                    return false;
                }
            }
            return true;
        }
    }
}
