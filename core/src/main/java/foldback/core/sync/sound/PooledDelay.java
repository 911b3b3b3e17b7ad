package foldback.core.sync.sound;

import foldback.core.sync.pair.DriftLine;
import java.util.Arrays;
import org.jtransforms.fft.FloatFFT_1D;

/**
 * The lag that many windows say together. Their cross spectra are added, each turned back by what clocks drifted until then;
 * lines count by how coherent the two sounds are there (the maximum-likelihood weighting of Knapp and Carter, 1976), and the
 * peak is placed between samples by a parabola over a finer grid.
 */
final class PooledDelay {
    private static final int FINER = 4;
    private static final int SMOOTH = 4;
    private final WindowPairs windows;
    private final int rate;
    private final FloatFFT_1D transform;
    private final double[] re;
    private final double[] im;
    private final double[] powerA;
    private final double[] powerB;
    private final float[] spectrum;

    PooledDelay(WindowPairs windows, int rate) {
        this.windows = windows;
        this.rate = rate;
        transform = new FloatFFT_1D(windows.window * FINER);
        re = new double[windows.lines];
        im = new double[windows.lines];
        powerA = new double[windows.lines];
        powerB = new double[windows.lines];
        spectrum = new float[windows.window * FINER];
    }

    /**
     * The lag of some windows, less that of a line, seconds.
     *
     * @param from first window
     * @param to one after the last
     * @param line what clocks drift
     */
    double lag(int from, int to, DriftLine line, double reach) {
        Arrays.fill(re, 0);
        Arrays.fill(im, 0);
        Arrays.fill(powerA, 0);
        Arrays.fill(powerB, 0);
        for (int w = from; w < to; w++) {
            add(w, line.at(windows.times[w]));
        }
        weigh(to - from);
        transform.realInverse(spectrum, true);
        return peak(spectrum, rate * FINER, reach);
    }

    private void add(int window, double lag) {
        float[] cross = windows.cross[window];
        float[] power = windows.powers[window];
        double step = 2 * Math.PI * rate / windows.window * lag;
        double cos = Math.cos(step);
        double sin = Math.sin(step);
        double c = Math.cos(step * windows.lowLine);
        double s = Math.sin(step * windows.lowLine);
        for (int k = windows.lowLine; k <= windows.highLine; k++) {
            double x = cross[k];
            double y = cross[windows.lines + k];
            re[k] += x * c - y * s;
            im[k] += x * s + y * c;
            powerA[k] += power[k];
            powerB[k] += power[windows.lines + k];
            double next = c * cos - s * sin;
            s = s * cos + c * sin;
            c = next;
        }
    }

    private void weigh(int count) {
        Arrays.fill(spectrum, 0);
        for (int k = windows.lowLine + SMOOTH; k <= windows.highLine - SMOOTH; k++) {
            double cross = 0;
            double sumA = 0;
            double sumB = 0;
            for (int j = k - SMOOTH; j <= k + SMOOTH; j++) {
                cross += Math.sqrt(re[j] * re[j] + im[j] * im[j]);
                sumA += powerA[j];
                sumB += powerB[j];
            }
            double coherence = cross / Math.sqrt(Math.max(1e-30, sumA * sumB));
            // With few windows chance looks coherent: what chance would give is taken off.
            double square = Math.max(0, (coherence * coherence - 1.0 / count) / (1 - 1.0 / (count + 1)));
            square = Math.min(0.98, square);
            double magnitude = Math.sqrt(re[k] * re[k] + im[k] * im[k]);
            double weight = magnitude < 1e-30 ? 0 : (0.02 + square / (1 - square)) / magnitude;
            spectrum[2 * k] = (float) (re[k] * weight);
            spectrum[2 * k + 1] = (float) (im[k] * weight);
        }
    }

    /** The lag of the highest value near the middle of a correlation, seconds, placed between samples. */
    static double peak(float[] correlation, int rate, double reachSeconds) {
        int reach = (int) (reachSeconds * rate);
        int size = correlation.length;
        int best = 0;
        for (int lag = -reach; lag <= reach; lag++) {
            best = correlation[Math.floorMod(lag, size)] > correlation[Math.floorMod(best, size)] ? lag : best;
        }
        double top = correlation[Math.floorMod(best, size)];
        double before = correlation[Math.floorMod(best - 1, size)];
        double after = correlation[Math.floorMod(best + 1, size)];
        double bend = before - 2 * top + after;
        double part = bend < 0 ? Math.max(-0.5, Math.min(0.5, 0.5 * (before - after) / bend)) : 0;
        return (best + part) / rate;
    }
}
