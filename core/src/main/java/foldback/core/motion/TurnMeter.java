package foldback.core.motion;

import foldback.core.lens.Lens;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.ejml.data.DMatrixRMaj;
import org.ejml.dense.row.factory.LinearSolverFactory_DDRM;
import org.ejml.interfaces.linsol.LinearSolverDense;

/**
 * How a lens turned from one small picture to the next. The two pictures are compared at thousands of places, each moved half
 * the way a turn would move it in the one and half the way back in the other, so that only odd errors of the third order are
 * left; the turn, and a gain and a bias of the brightness, that make them most alike are found by Gauss-Newton steps from coarse
 * to fine (Baker and Matthews 2004, "Lucas-Kanade 20 years on"), with Tukey's weights, to which people who walk by are
 * outliers. Lines are read one after the other: between the first and the last the turning may have changed, which is solved for
 * as well, so that the turn is that of the picture's middle wherever there is most to see.
 */
public final class TurnMeter {
    private static final int LEAST_WIDTH = 56;
    private static final int MOST_PLACES = 3000;
    private static final int STEPS = 8;
    /** A step that moves nothing farther than about this much ends a level, pixels. */
    private static final double STILL_PX = 0.01;
    /** Tukey's constant for 95% efficiency. */
    private static final double TUKEY = 4.685;
    /** Fewer places tell nothing. */
    private static final int LEAST_PLACES = 60;
    /** Where the picture's slopes are no larger than noise makes them there is nothing to hold on to, against its variance. */
    private static final double LEAST_SLOPES = 1.5;

    /** A turn, a gain and a bias, and by how much the turn grows from the first line to the last. */
    private static final int UNKNOWNS = 8;

    private static final int GAIN = 3;
    private static final int BIAS = 4;
    private static final int GROWTH = 5;
    /** By how much a turn grows over a picture, as a share of itself, and if it is none, radians. */
    private static final double GROWTH_SHARE = 0.5;

    private static final double LEAST_GROWTH = 2e-4;

    private final List<TurnLevel> levels = new ArrayList<>();
    private final double focal;
    private final float[] residuals;
    private final float[] rowsOf;
    private final Spread spread = new Spread();
    private final DMatrixRMaj normal = new DMatrixRMaj(UNKNOWNS, UNKNOWNS);
    private final DMatrixRMaj right = new DMatrixRMaj(UNKNOWNS, 1);
    private final DMatrixRMaj step = new DMatrixRMaj(UNKNOWNS, 1);
    private final LinearSolverDense<DMatrixRMaj> solver = LinearSolverFactory_DDRM.symmPosDef(UNKNOWNS);
    private final double[] state = new double[UNKNOWNS];
    private double sigma;
    /** Mean square of the slopes at the last step, against the variance of what is left. */
    private double slopes;

    private boolean started;

    /** @param lens of the pictures, of their size */
    public TurnMeter(Lens lens) {
        Lens at = lens;
        levels.add(new TurnLevel(at, MOST_PLACES));
        while (at.frame().width() / 2 >= LEAST_WIDTH
                && at.frame().width() % 2 == 0
                && at.frame().height() % 2 == 0) {
            at = at.scaledTo(at.frame().width() / 2, at.frame().height() / 2);
            levels.add(new TurnLevel(at, MOST_PLACES));
        }
        focal = lens.focalPx();
        int most = levels.stream().mapToInt(level -> level.x.length).max().orElse(0);
        residuals = new float[most];
        rowsOf = new float[UNKNOWNS * most];
    }

    /** Begins anew with a picture. */
    public void begin(byte[] luma) {
        started = false;
        next(luma, state);
    }

    /**
     * Takes the next picture.
     *
     * @param luma of the lens's size, unsigned
     * @param turn written: radians about x, y and z by which the world turned in the lens since the last picture
     * @return whether there was one before, and enough in both to tell
     */
    public boolean next(byte[] luma, double[] turn) {
        levels.forEach(TurnLevel::turnOver);
        levels.get(0).take(luma);
        for (int i = 1; i < levels.size(); i++) {
            levels.get(i).takeHalf(levels.get(i - 1));
        }
        if (!started) {
            started = true;
            return false;
        }
        Arrays.fill(state, 0);
        state[GAIN] = 1;
        sigma = Double.NaN;
        for (int i = levels.size() - 1; i >= 0; i--) {
            if (!refine(levels.get(i), focal / (1 << i))) {
                return false;
            }
        }
        System.arraycopy(state, 0, turn, 0, 3);
        return slopes >= LEAST_SLOPES;
    }

    /** Mean luma of the last picture where the lens sees something, 0 to 1. */
    public double light() {
        TurnLevel level = levels.get(levels.size() - 1);
        double sum = 0;
        for (int i = 0; i < level.x.length; i++) {
            sum += level.after()[(int) level.y[i] * level.width + (int) level.x[i]];
        }
        return sum / Math.max(1, level.x.length) / 255;
    }

    /** Standard error of the last turn about one axis, radians. */
    public double sigma() {
        return sigma;
    }

    private boolean refine(TurnLevel level, double focalHere) {
        for (int i = 0; i < STEPS; i++) {
            int count = compare(level);
            if (count < LEAST_PLACES) {
                return false;
            }
            double scale = spread.of(residuals, count);
            sum(count, TUKEY * scale);
            double texture = normal.get(0, 0) + normal.get(1, 1) + normal.get(2, 2);
            slopes = texture / (count * Math.pow(scale * focalHere, 2));
            for (int k = 0; k < UNKNOWNS; k++) {
                // Keeps the brightness decided where a picture is all of one grey.
                normal.add(k, k, 1e-9 * texture + 1e-9);
            }
            sigma = scale * Math.sqrt(3 / texture);
            double turn = Math.abs(state[0]) + Math.abs(state[1]) + Math.abs(state[2]);
            double prior = scale / (LEAST_GROWTH + GROWTH_SHARE * turn);
            for (int k = GROWTH; k < UNKNOWNS; k++) {
                normal.add(k, k, prior * prior);
                right.add(k, 0, prior * prior * state[k]);
            }
            if (!solver.setA(normal)) {
                return false;
            }
            // The solver may overwrite its matrix; it is summed anew for the next step.
            solver.solve(right, step);
            for (int k = 0; k < UNKNOWNS; k++) {
                state[k] -= step.get(k);
            }
            double moved = Math.abs(step.get(0)) + Math.abs(step.get(1)) + Math.abs(step.get(2));
            if (!(moved < 1)) {
                return false;
            }
            if (moved * focalHere < STILL_PX) {
                return true;
            }
        }
        return true;
    }

    /** Residuals of all places that both pictures have under the present turn, and what they change by. */
    private int compare(TurnLevel level) {
        float[] before = level.before();
        float[] after = level.after();
        int width = level.width;
        float most = width - 1.001f;
        float lowest = level.height - 1.001f;
        float wx = (float) (0.5 * state[0]);
        float wy = (float) (0.5 * state[1]);
        float wz = (float) (0.5 * state[2]);
        float gain = (float) state[GAIN];
        float bias = (float) state[BIAS];
        float gx = (float) (0.5 * state[GROWTH]);
        float gy = (float) (0.5 * state[GROWTH + 1]);
        float gz = (float) (0.5 * state[GROWTH + 2]);
        float perLine = 1f / level.height;
        float[] moves = level.moves;
        int n = 0;
        for (int i = 0; i < level.x.length; i++) {
            int m = 6 * i;
            float late = level.y[i] * perLine - 0.5f;
            float tx = wx + late * gx;
            float ty = wy + late * gy;
            float tz = wz + late * gz;
            float dx = moves[m] * tx + moves[m + 1] * ty + moves[m + 2] * tz;
            float dy = moves[m + 3] * tx + moves[m + 4] * ty + moves[m + 5] * tz;
            float x1 = level.x[i] + dx;
            float y1 = level.y[i] + dy;
            float x0 = level.x[i] - dx;
            float y0 = level.y[i] - dy;
            if (x0 < 0 || x1 < 0 || y0 < 0 || y1 < 0 || x0 > most || x1 > most || y0 > lowest || y1 > lowest) {
                continue;
            }
            float newer = level.look(after, x1, y1);
            float slopeX = level.slopeX;
            float slopeY = level.slopeY;
            float older = level.look(before, x0, y0);
            slopeX = 0.5f * (slopeX + gain * level.slopeX);
            slopeY = 0.5f * (slopeY + gain * level.slopeY);
            residuals[n] = newer - gain * older - bias;
            int r = UNKNOWNS * n;
            rowsOf[r] = slopeX * moves[m] + slopeY * moves[m + 3];
            rowsOf[r + 1] = slopeX * moves[m + 1] + slopeY * moves[m + 4];
            rowsOf[r + 2] = slopeX * moves[m + 2] + slopeY * moves[m + 5];
            rowsOf[r + GAIN] = -older;
            rowsOf[r + BIAS] = -1;
            rowsOf[r + GROWTH] = late * rowsOf[r];
            rowsOf[r + GROWTH + 1] = late * rowsOf[r + 1];
            rowsOf[r + GROWTH + 2] = late * rowsOf[r + 2];
            n++;
        }
        return n;
    }

    /** The normal equations under Tukey's weights. */
    private void sum(int count, double reach) {
        double[] a = normal.data;
        double[] b = right.data;
        Arrays.fill(a, 0);
        Arrays.fill(b, 0);
        float inverse = (float) (1 / reach);
        for (int i = 0; i < count; i++) {
            float share = residuals[i] * inverse;
            float rest = 1 - share * share;
            if (rest > 0) {
                float weight = rest * rest;
                int r = UNKNOWNS * i;
                for (int k = 0; k < UNKNOWNS; k++) {
                    float weighted = weight * rowsOf[r + k];
                    b[k] += weighted * residuals[i];
                    for (int l = 0; l <= k; l++) {
                        a[UNKNOWNS * k + l] += weighted * rowsOf[r + l];
                    }
                }
            }
        }
        for (int k = 0; k < UNKNOWNS; k++) {
            for (int l = 0; l < k; l++) {
                a[UNKNOWNS * l + k] = a[UNKNOWNS * k + l];
            }
        }
    }
}
