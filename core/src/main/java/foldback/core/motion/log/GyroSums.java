package foldback.core.motion.log;

import java.util.Arrays;

/**
 * Turning rates added up over log time by cubics through neighbouring samples, so that the turn within any interval is one subtraction. Where the gyroscope was at
 * the end of its range, or recorded nothing for a while, it says nothing.
 */
final class GyroSums {
    /** So many samples' time without one is a gap. */
    private static final double GAP = 4;
    /** So many samples in a row at the very same extreme are the end of the range, not a turn. */
    private static final int STUCK = 3;

    private final Samples gyro;
    private final double[] sums;
    /** How many faults there are before each sample and the one behind it. */
    private final int[] faults;

    GyroSums(Samples gyro) {
        this.gyro = gyro;
        int count = gyro.size();
        double[] times = gyro.times();
        double[] values = gyro.values();
        sums = new double[3 * count];
        for (int i = 1; i < count; i++) {
            double span = times[i] - times[i - 1];
            for (int k = 0; k < 3; k++) {
                sums[3 * i + k] = sums[3 * i - 3 + k] + span * mean(values, i, count, k);
            }
        }
        faults = new int[count];
        boolean[] stuck = stuck(gyro);
        double longest = GAP / gyro.rate();
        for (int i = 1; i < count; i++) {
            boolean isFault = stuck[i] || stuck[i - 1] || times[i] - times[i - 1] > longest;
            faults[i] = faults[i - 1] + (isFault ? 1 : 0);
        }
    }

    /** Between a sample and the one before: trapezia cut off what is quick, more so the fewer samples there are. */
    private static double mean(double[] values, int i, int count, int k) {
        double near = values[3 * i - 3 + k] + values[3 * i + k];
        if (i < 2 || i + 1 >= count) {
            return near / 2;
        }
        return (13 * near - values[3 * i - 6 + k] - values[3 * i + 3 + k]) / 24;
    }

    private static boolean[] stuck(Samples gyro) {
        boolean[] stuck = new boolean[gyro.size()];
        double[] values = gyro.values();
        double most = Arrays.stream(values).map(Math::abs).max().orElse(0);
        for (int k = 0; k < 3; k++) {
            int run = 0;
            for (int i = 0; i <= stuck.length; i++) {
                boolean isExtreme = i < stuck.length && most > 0 && Math.abs(values[3 * i + k]) == most;
                run = isExtreme ? run + 1 : endOfRun(stuck, i, run);
            }
        }
        return stuck;
    }

    private static int endOfRun(boolean[] stuck, int end, int run) {
        if (run >= STUCK) {
            Arrays.fill(stuck, end - run, end, true);
        }
        return 0;
    }

    Samples gyro() {
        return gyro;
    }

    /** Whether it says how the rig turned all of the time between two log times. */
    boolean covers(double from, double to) {
        if (from < gyro.from() || to > gyro.to()) {
            return false;
        }
        int first = gyro.indexAt(from);
        int last = Math.min(gyro.size() - 1, gyro.indexAt(to) + 1);
        return faults[last] == faults[first];
    }

    /** The share of samples of which it is not known how the rig turned there. */
    double faultShare() {
        return (double) faults[faults.length - 1] / Math.max(1, gyro.size() - 1);
    }

    /** Adds up to a log time, radians about each axis; outside of the log as at its ends. */
    void sum(double seconds, double[] sum) {
        int i = Math.max(0, Math.min(gyro.size() - 2, gyro.indexAt(seconds)));
        double[] times = gyro.times();
        double[] values = gyro.values();
        double span = times[i + 1] - times[i];
        double s = Math.max(0, Math.min(1, (seconds - times[i]) / span));
        double toNext = s * s * (3 - 2 * s);
        double first = span * s * (1 - s) * (1 - s);
        double last = -span * s * s * (1 - s);
        for (int k = 0; k < 3; k++) {
            sum[k] = sums[3 * i + k]
                    + toNext * (sums[3 * i + 3 + k] - sums[3 * i + k])
                    + first * values[3 * i + k]
                    + last * values[3 * i + 3 + k];
        }
    }

    /** The turning rate at a log time. */
    void rate(double seconds, double[] rate) {
        System.arraycopy(gyro.at(seconds), 0, rate, 0, 3);
    }
}
