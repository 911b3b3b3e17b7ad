package foldback.media.log;

import foldback.core.motion.log.Samples;
import java.util.Arrays;

/** Samples that come one by one; what does not come later than the one before is dropped. */
final class SampleList {
    private double[] times = new double[1024];
    private double[] values = new double[3 * 1024];
    private int count;

    /** Whether it was taken. */
    boolean add(double time, double x, double y, double z) {
        boolean isUsable = Double.isFinite(time)
                && Double.isFinite(x)
                && Double.isFinite(y)
                && Double.isFinite(z)
                && (count == 0 || time > times[count - 1]);
        if (!isUsable) {
            return false;
        }
        if (count == times.length) {
            times = Arrays.copyOf(times, 2 * count);
            values = Arrays.copyOf(values, 6 * count);
        }
        times[count] = time;
        values[3 * count] = x;
        values[3 * count + 1] = y;
        values[3 * count + 2] = z;
        count++;
        return true;
    }

    int size() {
        return count;
    }

    double from() {
        return times[0];
    }

    /** With times counted from one of them. */
    Samples samples(double begin) {
        double[] since = new double[count];
        Arrays.setAll(since, i -> times[i] - begin);
        return new Samples(since, Arrays.copyOf(values, 3 * count));
    }
}
