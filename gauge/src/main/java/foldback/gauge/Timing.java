package foldback.gauge;

import java.util.Arrays;

/** Seconds that things take. */
public final class Timing {
    private Timing() {}

    /** What is timed. */
    public interface Work {
        void run() throws Exception;
    }

    public static double time(Work work) throws Exception {
        long start = System.nanoTime();
        work.run();
        return (System.nanoTime() - start) / 1e9;
    }

    public static double median(double[] values) {
        double[] sorted = values.clone();
        Arrays.sort(sorted);
        return sorted[sorted.length / 2];
    }
}
