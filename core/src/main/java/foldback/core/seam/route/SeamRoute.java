package foldback.core.seam.route;

import foldback.core.seam.SeamFlow;
import foldback.core.seam.SeamStrip;
import java.util.Arrays;

/**
 * The way of a seam along a strip on which both lenses differ least, by dynamic programming (Efros and Freeman 2001) on what a cut would show:
 * differences of light and its steps, and how far apart near things lie. All of a ramp counts, not its middle alone.
 */
public final class SeamRoute {
    /** Codes that a degree between what both show of one thing is worth. */
    private static final float APART = 25;
    /** Degrees by which nobody sees two of a thing. */
    private static final double SAME = 0.1;
    /** What such a distance counts that is told by its surroundings alone. */
    private static final double UNSURE = 0.25;
    /** Codes beyond which a cut is as bad as can be: a long way through it is not to be twisted for a little. */
    private static final double WORST = 40;
    /** Codes of a row's step to its neighbour: a straight way is as good as a little less difference. */
    private static final float TURN = 3;
    /** Rows that a way may rise or fall from one node to the next. */
    private static final int STEEPEST = 2;
    /** Codes that a degree's square off the usual place costs: where nothing differs, seams stay. */
    private static final float AWAY = 0.1f;
    /** Along the seam, nodes over which the way is smoothed, standard deviation. */
    private static final double SMOOTH = 1.5;

    private final int columns;
    private final int rows;
    private final double step;
    private final boolean isRing;
    private final float[] costs;

    private SeamRoute(SeamStrip strip, SeamFlow flow, double ramp) {
        columns = flow.columns();
        rows = flow.rows();
        step = strip.stepRad() * SeamStrip.MULTIPLE;
        isRing = strip.isRing();
        costs = costs(flow, ramp);
    }

    /**
     * Finds it.
     *
     * @param flow of the strip, from one moment or blended
     * @param ramp full width over which the lenses fade into each other
     * @return by node along the strip, how far the seam lies on the first lens's side
     */
    public static float[] of(SeamStrip strip, SeamFlow flow, double ramp) {
        return new SeamRoute(strip, flow, ramp).found();
    }

    private double across(int row) {
        return (row - (rows - 1) / 2.0) * step;
    }

    private float[] costs(SeamFlow flow, double ramp) {
        float[] own = new float[columns * rows];
        for (int i = 0; i < own.length; i++) {
            double apart = Math.toDegrees(Math.hypot(flow.across()[i], flow.along()[i]));
            double off = Math.max(0, apart - SAME) * (UNSURE + (1 - UNSURE) * flow.sure()[i]);
            double shown = flow.unlike()[i] + APART * off;
            own[i] = flow.unlike()[i] >= SeamFlow.UNSEEN / 2
                    ? SeamFlow.UNSEEN
                    : (float) (WORST * (1 - Math.exp(-shown / WORST)));
        }
        int half = (int) Math.round(ramp / 2 / step);
        float[] over = new float[own.length];
        for (int row = 0; row < rows; row++) {
            double degrees = Math.toDegrees(across(row));
            for (int column = 0; column < columns; column++) {
                over[row * columns + column] = ramped(own, row, column, half) + (float) (AWAY * degrees * degrees);
            }
        }
        return over;
    }

    /** The mean over a ramp whose middle counts most; what lies beyond the strip counts as unseen. */
    private float ramped(float[] own, int row, int column, int half) {
        float sum = 0;
        float weights = 0;
        for (int y = row - half; y <= row + half; y++) {
            float weight = half + 1 - Math.abs(y - row);
            weights += weight;
            sum += weight * (y < 0 || y >= rows ? SeamFlow.UNSEEN : own[y * columns + column]);
        }
        return sum / weights;
    }

    private float[] found() {
        int[] way = way(0, -1);
        if (isRing) {
            // Where it is half the way round does not depend on where it began: closed there, it meets itself.
            int begin = columns / 2;
            way = way(begin, way[begin]);
        }
        return smoothed(way);
    }

    /**
     * The best way round from a column.
     *
     * @param pinned the row in which it begins and ends; -1 for any
     */
    private int[] way(int begin, int pinned) {
        float[] best = new float[rows];
        byte[] from = new byte[columns * rows];
        for (int row = 0; row < rows; row++) {
            best[row] = pinned < 0 || row == pinned ? costs[row * columns + begin] : Float.POSITIVE_INFINITY;
        }
        for (int n = 1; n < columns; n++) {
            best = next(best, (begin + n) % columns, from);
        }
        int[] way = new int[columns];
        int row = pinned >= 0 ? last(best, pinned) : least(best);
        for (int n = columns - 1; n > 0; n--) {
            int column = (begin + n) % columns;
            way[column] = row;
            row += from[row * columns + column];
        }
        way[begin] = row;
        return way;
    }

    private float[] next(float[] before, int column, byte[] from) {
        float[] best = new float[rows];
        for (int row = 0; row < rows; row++) {
            float least = Float.POSITIVE_INFINITY;
            for (int rise = -STEEPEST; rise <= STEEPEST; rise++) {
                int earlier = row + rise;
                float cost = earlier < 0 || earlier >= rows
                        ? Float.POSITIVE_INFINITY
                        : before[earlier] + TURN * Math.abs(rise);
                if (cost < least) {
                    least = cost;
                    from[row * columns + column] = (byte) rise;
                }
            }
            best[row] = least + costs[row * columns + column];
        }
        return best;
    }

    /** The best row from which the way comes back to where it began. */
    private int last(float[] best, int pinned) {
        int found = pinned;
        for (int row = Math.max(0, pinned - STEEPEST); row <= Math.min(rows - 1, pinned + STEEPEST); row++) {
            float cost = best[row] + TURN * Math.abs(row - pinned);
            found = cost < best[found] + TURN * Math.abs(found - pinned) ? row : found;
        }
        return found;
    }

    private static int least(float[] best) {
        int found = 0;
        for (int row = 1; row < best.length; row++) {
            found = best[row] < best[found] ? row : found;
        }
        return found;
    }

    private float[] smoothed(int[] way) {
        int reach = (int) Math.ceil(3 * SMOOTH);
        double[] kernel = new double[2 * reach + 1];
        Arrays.setAll(kernel, n -> Math.exp(-Math.pow((n - reach) / SMOOTH, 2) / 2));
        float[] smooth = new float[columns];
        for (int column = 0; column < columns; column++) {
            double sum = 0;
            double weights = 0;
            for (int n = -reach; n <= reach; n++) {
                int at = isRing ? Math.floorMod(column + n, columns) : Math.max(0, Math.min(columns - 1, column + n));
                sum += kernel[n + reach] * across(way[at]);
                weights += kernel[n + reach];
            }
            smooth[column] = (float) (sum / weights);
        }
        return smooth;
    }
}
