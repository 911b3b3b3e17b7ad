package foldback.core.balance;

import foldback.core.time.TimeSpan;
import java.util.TreeSet;

/** Moments of a take at which the balance is measured: about one a second, and more where exposure changes fast. */
public final class KnotTimes {
    private static final double SPACING = 1;
    private static final int LEAST = 4;
    /** Changes of exposure from knot to knot, in stops, from which on some more knots tell, and from which on every frame does. */
    private static final double FAST = 0.05;

    private static final double SUDDEN = 0.15;
    private static final int SOME = 4;

    private KnotTimes() {}

    /** Evenly spread over a span, its ends included. */
    static double[] even(TimeSpan span, int most) {
        int count = (int) Math.round(span.seconds() / SPACING) + 1;
        count = Math.min(most, Math.max(Math.min(most, LEAST), count));
        return spread(span, count);
    }

    /** So many evenly over a span, its ends included; the last one is still within it. */
    public static double[] spread(TimeSpan span, int count) {
        double[] times = new double[count];
        for (int i = 0; i < count; i++) {
            times[i] = span.from() + span.seconds() * Math.min(0.999, i / Math.max(1.0, count - 1));
        }
        return times;
    }

    /**
     * Those that lie between where exposure changes fast.
     *
     * @param stops of each knot and lens: corrections of red, green and blue
     * @param frame length of a frame, seconds
     * @param most how many at most
     */
    static double[] between(double[] knots, double[][][] stops, double frame, int most) {
        TreeSet<Double> more = new TreeSet<>();
        for (int t = 0; t + 1 < knots.length; t++) {
            double change = 0;
            for (int i = 0; i < stops[t].length; i++) {
                change = Math.max(change, Math.abs(stops[t + 1][i][1] - stops[t][i][1]));
            }
            double span = knots[t + 1] - knots[t];
            int parts = change > SUDDEN ? (int) Math.round(span / frame) : change > FAST ? SOME : 1;
            for (int k = 1; k < parts && more.size() < most; k++) {
                more.add(knots[t] + span * k / parts);
            }
        }
        return more.stream().mapToDouble(time -> time).toArray();
    }
}
