package foldback.core.sync.pair;

/**
 * How nearly one lag explains what another does. What repeats fits itself a round later; what tells the rounds apart may be
 * little, but it is there in window after window: so the windows' differences are held against their own scatter (Student's t),
 * besides the plain ratio.
 */
public final class Rivalry {
    /** Fewer windows have no scatter worth the name. */
    private static final int LEAST_WINDOWS = 4;
    /** Differences that stand out so far leave no doubt. */
    private static final double PLAIN_T = 8;
    /** Neighbouring windows overlap by half: so many of them are worth one. */
    private static final double WINDOWS_EACH = 1.5;

    private final double telling;
    private double best;
    private double other;
    private double difference;
    private double squares;
    private int count;

    /** @param telling least share that a window must have in common under either lag to be counted */
    public Rivalry(double telling) {
        this.telling = telling;
    }

    /** Adds what one window has in common under the best lag and under the other. */
    public void add(double underBest, double underOther) {
        if (Math.max(underBest, underOther) >= telling) {
            best += underBest;
            other += underOther;
            difference += underBest - underOther;
            squares += (underBest - underOther) * (underBest - underOther);
            count++;
        }
    }

    /** 0 where the other lag explains nothing, 1 where it explains as much. */
    public double nearness() {
        if (count == 0) {
            return 0;
        }
        double ratio = best <= 0 ? 1 : clamped(other / best);
        if (count < LEAST_WINDOWS) {
            return ratio;
        }
        double mean = difference / count;
        double scatter = Math.sqrt(Math.max(1e-12, squares / count - mean * mean));
        double t = mean / scatter * Math.sqrt(count / WINDOWS_EACH);
        return Math.min(ratio, clamped(1 - t / PLAIN_T));
    }

    private static double clamped(double value) {
        return Math.max(0, Math.min(1, value));
    }
}
