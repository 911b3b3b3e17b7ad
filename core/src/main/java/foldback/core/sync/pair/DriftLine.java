package foldback.core.sync.pair;

import java.util.Arrays;

/**
 * A line through what windows say of a lag over time. Most windows may be wrong: the line that most of them lie on is chosen
 * among those through any two (Fischler and Bolles, 1981, "Random sample consensus", here with all pairs), then fitted by least
 * squares.
 *
 * @param at moment at which it is known best, seconds
 * @param lag there
 * @param slope seconds a second
 * @param sigma standard error of the lag
 * @param slopeSigma standard error of the slope; infinite where it was not fitted
 * @param agreeing number of windows on it
 */
public record DriftLine(double at, double lag, double slope, double sigma, double slopeSigma, int agreeing) {
    /** No two recorders' clocks are farther apart. */
    private static final double MOST_SLOPE = 250e-6;

    /** What windows' lags are worth at best, as a share of what is near. */
    private static final double LEAST_SCATTER = 0.025;

    /**
     * Fits.
     *
     * @param times of the windows, rising, seconds
     * @param lags what they say
     * @param near what lies no farther from the line agrees with it, seconds
     * @param span least time between the first and the last agreeing window for a slope to be fitted
     */
    public static DriftLine fit(double[] times, double[] lags, double near, double span) {
        int n = times.length;
        if (n == 0) {
            return new DriftLine(0, 0, 0, Double.POSITIVE_INFINITY, Double.POSITIVE_INFINITY, 0);
        }
        boolean sloped = times[n - 1] - times[0] >= span;
        double bestSlope = 0;
        double bestLag = lags[0];
        int most = 0;
        for (int i = 0; i < n; i++) {
            int last = sloped ? n : i + 1;
            for (int j = i; j < last; j++) {
                double slope = j == i ? 0 : (lags[j] - lags[i]) / (times[j] - times[i]);
                if (Math.abs(slope) <= MOST_SLOPE) {
                    double lag = lags[i] - slope * times[i];
                    int agreeing = agreeing(times, lags, lag, slope, near);
                    if (agreeing > most) {
                        most = agreeing;
                        bestSlope = slope;
                        bestLag = lag;
                    }
                }
            }
        }
        return leastSquares(times, lags, bestLag, bestSlope, most, near, span);
    }

    private static int agreeing(double[] times, double[] lags, double lag, double slope, double near) {
        int count = 0;
        for (int i = 0; i < times.length; i++) {
            count += Math.abs(lags[i] - lag - slope * times[i]) <= near ? 1 : 0;
        }
        return count;
    }

    private static DriftLine leastSquares(
            double[] times, double[] lags, double lag, double slope, int count, double near, double span) {
        double[] t = new double[count];
        double[] y = new double[count];
        int n = 0;
        for (int i = 0; i < times.length; i++) {
            if (Math.abs(lags[i] - lag - slope * times[i]) <= near) {
                t[n] = times[i];
                y[n++] = lags[i];
            }
        }
        double middle = Arrays.stream(t).average().orElse(0);
        double mean = Arrays.stream(y).average().orElse(0);
        double spread = 0;
        double both = 0;
        for (int i = 0; i < n; i++) {
            spread += (t[i] - middle) * (t[i] - middle);
            both += (t[i] - middle) * (y[i] - mean);
        }
        boolean sloped = n >= 3 && t[n - 1] - t[0] >= span;
        double fitted = sloped ? both / spread : 0;
        double residual = 0;
        for (int i = 0; i < n; i++) {
            residual += Math.pow(y[i] - mean - fitted * (t[i] - middle), 2);
        }
        double scatter = Math.max(LEAST_SCATTER * near, Math.sqrt(residual / Math.max(1, n - 2)));
        return new DriftLine(
                middle,
                mean,
                fitted,
                scatter / Math.sqrt(n),
                sloped ? scatter / Math.sqrt(spread) : Double.POSITIVE_INFINITY,
                n);
    }

    /** The lag at a time, seconds. */
    public double at(double time) {
        return lag + slope * (time - at);
    }

    /** Between what the first and the last half of some windows say, the line taken off, seconds; NaN without two. */
    public double apart(double[] times, double[] lags) {
        double[] residual = new double[times.length];
        for (int i = 0; i < residual.length; i++) {
            residual[i] = lags[i] - at(times[i]);
        }
        int half = residual.length / 2;
        return half == 0
                ? Double.NaN
                : Math.abs(median(Arrays.copyOf(residual, half))
                        - median(Arrays.copyOfRange(residual, half, residual.length)));
    }

    private static double median(double[] values) {
        Arrays.sort(values);
        return (values[(values.length - 1) / 2] + values[values.length / 2]) / 2;
    }
}
