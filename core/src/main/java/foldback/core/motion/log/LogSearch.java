package foldback.core.motion.log;

import foldback.core.motion.RotationTrack;
import foldback.core.numeric.Fourier;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Where in a log some seconds of a take may be, whatever way the log's axes lie: at each lag, how alike the two are under the rotation or mirroring
 * that makes them most alike (Wahba's problem in a search along one dimension; the sum of the singular values of their 3 x 3 correlation).
 */
final class LogSearch {
    private static final int PLACES = 5;
    /** Nearer to each other than that, two places are one, seconds. */
    private static final double APART = 0.2;

    private final RotationTrack picture;
    private final double step;
    private final double logFrom;
    private final int count;
    private final int size;
    private final float[][] spectra = new float[3][];
    private final double[][] sums = new double[4][];

    /**
     * A place in the log.
     *
     * @param seconds take time in the middle of what was looked for
     * @param offsetSeconds take time at which the log's clock would show 0
     * @param likeness 0 to 1
     */
    record Place(double seconds, double offsetSeconds, double likeness) {}

    /** @param step between two values that are compared, seconds */
    LogSearch(RotationTrack picture, GyroSums log, double step) {
        this.picture = picture;
        this.step = step;
        logFrom = log.gyro().from() + step / 2;
        count = Math.max(1, (int) ((log.gyro().to() - log.gyro().from()) / step));
        size = Integer.highestOneBit(2 * count - 1) * 2;
        float[][] rates = rates(log);
        for (int k = 0; k < 3; k++) {
            spectra[k] = new float[size];
            System.arraycopy(rates[k], 0, spectra[k], 0, count);
            Fourier.of(size).realForward(spectra[k]);
        }
        addUp(rates);
    }

    private float[][] rates(GyroSums log) {
        float[][] rates = new float[3][count];
        double[] before = new double[3];
        double[] after = new double[3];
        for (int j = 0; j < count; j++) {
            log.sum(logFrom + (j - 0.5) * step, before);
            log.sum(logFrom + (j + 0.5) * step, after);
            for (int k = 0; k < 3; k++) {
                rates[k][j] = (float) ((after[k] - before[k]) / step);
            }
        }
        return rates;
    }

    private void addUp(float[][] rates) {
        for (int k = 0; k < 4; k++) {
            sums[k] = new double[count + 1];
        }
        for (int j = 0; j < count; j++) {
            double square = 0;
            for (int k = 0; k < 3; k++) {
                sums[k][j + 1] = sums[k][j] + rates[k][j];
                square += (double) rates[k][j] * rates[k][j];
            }
            sums[3][j + 1] = sums[3][j] + square;
        }
    }

    /** The most likely places of a part of the take, the best first; none where the log is shorter or the rig did not turn. */
    List<Place> places(double from, double seconds) {
        int window = (int) (seconds / step);
        if (window < 3 || window > count) {
            return List.of();
        }
        float[][] turns = turns(from, window);
        double energy = 0;
        for (float[] axis : turns) {
            for (float value : axis) {
                energy += (double) value * value;
            }
        }
        if (!(energy > 0)) {
            return List.of();
        }
        double[] alike = likeness(turns, window, energy);
        List<Place> places = new ArrayList<>();
        for (int lag = 0; lag < alike.length; lag++) {
            boolean isPeak = (lag == 0 || alike[lag] >= alike[lag - 1])
                    && (lag == alike.length - 1 || alike[lag] > alike[lag + 1]);
            if (isPeak) {
                double shown = logFrom + lag * step;
                places.add(new Place(from + seconds / 2, from - shown, alike[lag]));
            }
        }
        places.sort(Comparator.comparingDouble(Place::likeness).reversed());
        return best(places);
    }

    private static List<Place> best(List<Place> sorted) {
        List<Place> best = new ArrayList<>();
        for (Place place : sorted) {
            if (best.stream().allMatch(kept -> Math.abs(kept.offsetSeconds - place.offsetSeconds) > APART)) {
                best.add(place);
            }
            if (best.size() == PLACES) {
                break;
            }
        }
        return best;
    }

    /** Turning rates without their mean: a gyroscope's bias is no turn. */
    private float[][] turns(double from, int window) {
        float[][] turns = new float[3][size];
        double[] mean = new double[3];
        for (int i = 0; i < window; i++) {
            double[] rate = picture.rate(from + i * step, step / 2);
            for (int k = 0; k < 3; k++) {
                turns[k][i] = (float) rate[k];
                mean[k] += rate[k] / window;
            }
        }
        for (int k = 0; k < 3; k++) {
            for (int i = 0; i < window; i++) {
                turns[k][i] -= (float) mean[k];
            }
        }
        return turns;
    }

    private double[] likeness(float[][] turns, int window, double energy) {
        int lags = count - window + 1;
        float[][] correlations = new float[9][];
        for (int a = 0; a < 3; a++) {
            Fourier.of(size).realForward(turns[a]);
            for (int b = 0; b < 3; b++) {
                float[] product = Fourier.cross(spectra[b], turns[a]);
                Fourier.of(size).realInverse(product, true);
                correlations[3 * a + b] = product;
            }
        }
        double[] alike = new double[lags];
        double[] matrix = new double[9];
        for (int lag = 0; lag < lags; lag++) {
            for (int k = 0; k < 9; k++) {
                matrix[k] = correlations[k][lag];
            }
            double shown = sums[3][lag + window] - sums[3][lag];
            for (int k = 0; k < 3; k++) {
                double sum = sums[k][lag + window] - sums[k][lag];
                shown -= sum * sum / window;
            }
            alike[lag] = shown > 1e-9 * energy ? sumOfSingularValues(matrix) / Math.sqrt(energy * shown) : 0;
        }
        return alike;
    }

    /** By the eigenvalues of the matrix's square in closed form (Smith 1961). */
    static double sumOfSingularValues(double[] m) {
        double a = m[0] * m[0] + m[3] * m[3] + m[6] * m[6];
        double b = m[1] * m[1] + m[4] * m[4] + m[7] * m[7];
        double c = m[2] * m[2] + m[5] * m[5] + m[8] * m[8];
        double d = m[0] * m[1] + m[3] * m[4] + m[6] * m[7];
        double e = m[1] * m[2] + m[4] * m[5] + m[7] * m[8];
        double f = m[0] * m[2] + m[3] * m[5] + m[6] * m[8];
        double mean = (a + b + c) / 3;
        double spread = Math.sqrt(((a - mean) * (a - mean)
                        + (b - mean) * (b - mean)
                        + (c - mean) * (c - mean)
                        + 2 * (d * d + e * e + f * f))
                / 6);
        if (!(spread > 1e-12 * mean)) {
            return 3 * Math.sqrt(Math.max(0, mean));
        }
        double x = (a - mean) / spread;
        double y = (b - mean) / spread;
        double z = (c - mean) / spread;
        double u = d / spread;
        double v = e / spread;
        double w = f / spread;
        double half = (x * (y * z - v * v) - u * (u * z - v * w) + w * (u * v - y * w)) / 2;
        double angle = Math.acos(Math.max(-1, Math.min(1, half))) / 3;
        double first = mean + 2 * spread * Math.cos(angle);
        double last = mean + 2 * spread * Math.cos(angle + 2 * Math.PI / 3);
        double second = 3 * mean - first - last;
        return Math.sqrt(Math.max(0, first)) + Math.sqrt(Math.max(0, second)) + Math.sqrt(Math.max(0, last));
    }
}
