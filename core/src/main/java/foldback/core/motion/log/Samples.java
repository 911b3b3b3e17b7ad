package foldback.core.motion.log;

import java.util.Arrays;

/**
 * Vectors that one sensor recorded.
 *
 * @param times by the log's clock, seconds, rising; shared, not to be changed
 * @param values x, y, z of each after the other; shared, not to be changed
 */
public record Samples(double[] times, double[] values) {

    /** @throws IllegalArgumentException where times do not rise, or there are not three values to each */
    public Samples {
        if (values.length != 3 * times.length) {
            throw new IllegalArgumentException(
                    "a sample has three values: " + times.length + " times, " + values.length + " values");
        }
        for (int i = 1; i < times.length; i++) {
            if (!(times[i] > times[i - 1])) {
                throw new IllegalArgumentException("times must rise: " + times[i - 1] + ", " + times[i]);
            }
        }
    }

    public int size() {
        return times.length;
    }

    public double from() {
        return times[0];
    }

    public double to() {
        return times[times.length - 1];
    }

    /** How many there are in a second, by the usual time between two. */
    public double rate() {
        double[] gaps = new double[times.length - 1];
        Arrays.setAll(gaps, i -> times[i + 1] - times[i]);
        Arrays.sort(gaps);
        return gaps.length == 0 ? 0 : 1 / gaps[gaps.length / 2];
    }

    /** The last sample at or before a time; -1 before the first. */
    int indexAt(double seconds) {
        int found = Arrays.binarySearch(times, seconds);
        return found >= 0 ? found : -found - 2;
    }

    /** The same with all values times a factor. */
    public Samples times(double factor) {
        return new Samples(
                times, Arrays.stream(values).map(value -> factor * value).toArray());
    }

    /** The vector at a time, linear between samples; outside as at the ends. */
    public double[] at(double seconds) {
        int i = Math.max(0, Math.min(size() - 2, indexAt(seconds)));
        double s = Math.max(0, Math.min(1, (seconds - times[i]) / (times[i + 1] - times[i])));
        double[] vector = new double[3];
        for (int k = 0; k < 3; k++) {
            vector[k] = (1 - s) * values[3 * i + k] + s * values[3 * i + 3 + k];
        }
        return vector;
    }
}
