package foldback.core.sync.picture;

import foldback.core.motion.PictureTrack;
import foldback.core.numeric.Fourier;
import java.util.Arrays;

/**
 * How a clip's rig turned, at even steps of time, with the frequencies at which it turned much and little brought to one level as
 * far as they stand out of the measurement's noise: so a step of the walker tells as much as his swaying. All three axes are
 * weighted alike, which leaves turns what they are whichever way a lens looks.
 */
final class TurnSpectrum {
    /** What is slower is a pan that looks the same at every moment. */
    private static final double SLOW_HZ = 0.3;

    /** Over how much the power is smoothed. */
    private static final double SMOOTH_HZ = 0.4;
    /** Of all lines, the weakest are taken as noise, and so many times their power. */
    private static final double NOISE_SHARE = 0.05;

    private static final double NOISE_TIMES = 2;

    /** Values a step of the fine signal. */
    static final int FINE = 4;

    final double rate;
    /** Clip time of the first value. */
    final double start;

    final int length;
    final int size;
    /** Of each axis, as the transform lays it out. */
    final float[][] spectra;
    /** Of each axis, {@link #FINE} values a step. */
    final float[][] fine;
    /** Sum of the squares of all values up to each. */
    final double[] energy;

    /**
     * @param rate steps a second
     * @param size of the transform, steps, a power of two
     */
    TurnSpectrum(PictureTrack track, double rate, int size) {
        this.rate = rate;
        this.size = size;
        start = (track.times()[0] + track.times()[1]) / 2;
        length = steps(track, rate);
        spectra = new float[3][];
        for (int axis = 0; axis < 3; axis++) {
            float[] values = even(track, track.turns()[axis]);
            spectra[axis] = Arrays.copyOf(values, size);
            Fourier.of(size).realForward(spectra[axis]);
        }
        whiten(3 * length * track.noise() * track.noise());
        fine = new float[3][];
        energy = new double[length + 1];
        for (int axis = 0; axis < 3; axis++) {
            fine[axis] = Arrays.copyOf(fine(spectra[axis], FINE), FINE * length);
            for (int i = 0; i < length; i++) {
                energy[i + 1] += fine[axis][FINE * i] * fine[axis][FINE * i];
            }
        }
        for (int i = 0; i < length; i++) {
            energy[i + 1] += energy[i];
        }
    }

    static int steps(PictureTrack track, double rate) {
        return (int) Math.floor((track.seconds() - 1 / track.rate()) * rate) + 1;
    }

    private float[] even(PictureTrack track, float[] turns) {
        double[] times = track.times();
        float[] values = new float[length];
        double mean = 0;
        int pair = 0;
        for (int i = 0; i < length; i++) {
            double time = start + i / rate;
            while (pair + 2 < turns.length && (times[pair + 1] + times[pair + 2]) / 2 <= time) {
                pair++;
            }
            int next = Math.min(pair + 1, turns.length - 1);
            double here = (times[pair] + times[pair + 1]) / 2;
            double there = (times[next] + times[next + 1]) / 2;
            double share = next == pair ? 0 : Math.max(0, Math.min(1, (time - here) / (there - here)));
            values[i] = (float) (turns[pair] + share * (turns[next] - turns[pair]));
            mean += values[i] / length;
        }
        for (int i = 0; i < length; i++) {
            values[i] -= (float) mean;
        }
        return values;
    }

    private void whiten(double noise) {
        double perLine = rate / size;
        double[] power = power((int) Math.max(1, Math.round(SMOOTH_HZ / perLine)));
        double[] sorted = power.clone();
        Arrays.sort(sorted);
        double floor = NOISE_TIMES * Math.max(noise, sorted[(int) (NOISE_SHARE * sorted.length)]);
        for (int k = 0; k < size / 2; k++) {
            double slow = Math.max(0, Math.min(1, k * perLine / SLOW_HZ - 1));
            double clear = Math.max(0, power[k] - floor);
            float weight = power[k] <= 0 ? 0 : (float) (slow * Math.sqrt(clear) / power[k]);
            for (float[] spectrum : spectra) {
                spectrum[2 * k] *= weight;
                spectrum[2 * k + 1] *= weight;
            }
        }
        for (float[] spectrum : spectra) {
            // The mean, and the line at half the rate, which is packed beside it.
            spectrum[0] = 0;
            spectrum[1] = 0;
        }
    }

    private double[] power(int reach) {
        double[] sums = new double[size / 2 + 1];
        for (int k = 0; k < size / 2; k++) {
            double here = 0;
            for (float[] spectrum : spectra) {
                here += spectrum[2 * k] * spectrum[2 * k] + spectrum[2 * k + 1] * spectrum[2 * k + 1];
            }
            sums[k + 1] = sums[k] + (k == 0 ? 0 : here);
        }
        double[] power = new double[size / 2];
        for (int k = 0; k < power.length; k++) {
            int from = Math.max(0, k - reach);
            int to = Math.min(power.length, k + reach + 1);
            power[k] = (sums[to] - sums[from]) / (to - from);
        }
        return power;
    }

    /** The signal of a spectrum with more values a step. */
    static float[] fine(float[] spectrum, int times) {
        float[] padded = Arrays.copyOf(spectrum, times * spectrum.length);
        padded[1] = 0;
        Fourier.of(padded.length).realInverse(padded, true);
        for (int i = 0; i < padded.length; i++) {
            padded[i] *= times;
        }
        return padded;
    }

    /** The correlation of one axis of this with one of another by lag, {@link #FINE} values a step, the negative lags last. */
    float[] correlate(int axis, TurnSpectrum other, int otherAxis) {
        return fine(Fourier.cross(spectra[axis], other.spectra[otherAxis]), FINE);
    }
}
