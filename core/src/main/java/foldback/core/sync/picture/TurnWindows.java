package foldback.core.sync.picture;

import java.util.function.DoubleUnaryOperator;

/**
 * What short windows say of a lag near a given one, the second lens's turns taken to the first's. One for each pair and lag.
 */
final class TurnWindows {
    private static final int FINE = TurnSpectrum.FINE;
    private static final int WINDOWS = 6;
    private static final double SHORTEST = 1.6;
    private static final double LONGEST = 5;
    /** How far a window looks to either side, steps. */
    private static final int REACH = 3;

    private final double rate;
    private final int fineLag;
    /** Length of a window and where the first begins in the first signal, steps. */
    private final int steps;

    private final int begin;
    private final float[][] a;
    private final float[][] b;
    final int count;
    /** Clip time of each window's middle in the first clip. */
    final double[] times;
    /** For each window its correlation by lag, {@link #FINE} values a step, from {@link #REACH} steps below to as much above. */
    private final double[][] sums;
    /** What each could be at most. */
    final double[] most;

    /**
     * Reads the windows.
     *
     * @param like windows of another lag at whose places these are to lie; null for as many as fit
     */
    TurnWindows(TurnSpectrum first, TurnSpectrum second, TurnPeaks.Peak peak, TurnWindows like) {
        rate = first.rate;
        fineLag = peak.fineLag();
        a = first.fine;
        b = turned(second.fine, peak.firstFromSecond());
        int lag = Math.floorDiv(fineLag, FINE);
        int from = Math.max(0, lag) + REACH + 1;
        int to = Math.min(first.length, second.length + lag) - REACH - 1;
        double seconds = Math.max(0, to - from) / rate;
        steps = like != null ? like.steps : (int) (rate * Math.max(SHORTEST, Math.min(LONGEST, 2 * seconds / WINDOWS)));
        int hop = Math.max(1, steps / 2);
        // Windows of two lags are held against each other only where they lie at the same places.
        begin = like != null ? like.begin + hop * Math.max(0, (from - like.begin + hop - 1) / hop) : from;
        count = Math.max(0, Math.floorDiv(to - begin - steps, hop) + 1);
        times = new double[count];
        sums = new double[count][];
        most = new double[count];
        for (int w = 0; w < count; w++) {
            int at = begin + w * hop;
            times[w] = first.start + (at + steps / 2.0) / rate;
            sums[w] = sums(at);
            most[w] = Math.sqrt(energy(a, FINE * at, steps) * energy(b, FINE * at - fineLag, steps));
        }
    }

    private static float[][] turned(float[][] signal, double[] m) {
        int n = signal[0].length;
        float[][] turned = new float[3][n];
        for (int i = 0; i < n; i++) {
            for (int axis = 0; axis < 3; axis++) {
                turned[axis][i] = (float)
                        (m[3 * axis] * signal[0][i] + m[3 * axis + 1] * signal[1][i] + m[3 * axis + 2] * signal[2][i]);
            }
        }
        return turned;
    }

    private double[] sums(int at) {
        double[] found = new double[2 * REACH * FINE + 1];
        for (int k = 0; k < found.length; k++) {
            int shift = fineLag + k - REACH * FINE;
            double sum = 0;
            for (int axis = 0; axis < 3; axis++) {
                for (int i = 0; i < steps; i++) {
                    int there = FINE * (at + i) - shift;
                    sum += there < 0 || there >= b[axis].length ? 0 : a[axis][FINE * (at + i)] * b[axis][there];
                }
            }
            found[k] = sum;
        }
        return found;
    }

    private static double energy(float[][] signal, int from, int steps) {
        double sum = 0;
        for (float[] axis : signal) {
            for (int i = 0; i < steps; i++) {
                int at = from + FINE * i;
                sum += at < 0 || at >= axis.length ? 0 : axis[at] * axis[at];
            }
        }
        return sum;
    }

    /** The lag on which this looks, seconds of the signals' own times. */
    double lagSeconds() {
        return fineLag / (FINE * rate);
    }

    /** By how much a window's own best lag is above it, seconds; NaN where it has none within reach. */
    double best(int window) {
        return top(sums[window]);
    }

    /** The share of a window's turning that both have at its best lag. */
    double bestShare(int window) {
        double best = 0;
        for (double sum : sums[window]) {
            best = Math.max(best, sum);
        }
        return most[window] <= 0 ? 0 : best / most[window];
    }

    /** The share that both have at a lag, seconds above this one's; -1 to 1. */
    double share(int window, double seconds) {
        return most[window] <= 0 ? 0 : at(sums[window], seconds) / most[window];
    }

    /** By how much the lag of all windows together is above a line's, seconds. */
    double pooled(DoubleUnaryOperator line) {
        double[] all = new double[2 * FINE + 1];
        for (int w = 0; w < count; w++) {
            for (int k = 0; k < all.length; k++) {
                all[k] += at(sums[w], line.applyAsDouble(times[w]) + (k - FINE) / (FINE * rate));
            }
        }
        double top = top(all);
        return Double.isNaN(top) ? 0 : top;
    }

    /** The share of all windows' turning that both have along a line. */
    double shareAlong(DoubleUnaryOperator line) {
        double sum = 0;
        double whole = 0;
        for (int w = 0; w < count; w++) {
            sum += at(sums[w], line.applyAsDouble(times[w]));
            whole += most[w];
        }
        return whole <= 0 ? 0 : sum / whole;
    }

    /** Between its values by a parabola through the nearest three. */
    private double at(double[] values, double seconds) {
        double place = seconds * FINE * rate + values.length / 2;
        int k = (int) Math.max(1, Math.min(values.length - 2, Math.round(place)));
        double d = Math.max(-1, Math.min(1, place - k));
        double slope = (values[k + 1] - values[k - 1]) / 2;
        double bend = (values[k + 1] + values[k - 1]) / 2 - values[k];
        return values[k] + d * (slope + d * bend);
    }

    /** The place of the highest value above the middle one, seconds; NaN at the ends. */
    private double top(double[] values) {
        int k = 0;
        for (int i = 1; i < values.length; i++) {
            k = values[i] > values[k] ? i : k;
        }
        if (k == 0 || k == values.length - 1 || values[k] <= 0) {
            return Double.NaN;
        }
        double bend = values[k - 1] - 2 * values[k] + values[k + 1];
        double rest = bend >= 0 ? 0 : 0.5 * (values[k - 1] - values[k + 1]) / bend;
        return (k - values.length / 2 + rest) / (FINE * rate);
    }
}
