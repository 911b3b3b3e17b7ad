package foldback.core.match.points;

import foldback.core.match.Spread;
import foldback.core.match.view.TangentView;
import java.util.Arrays;
import org.ejml.data.DMatrixRMaj;
import org.ejml.dense.row.factory.LinearSolverFactory_DDRM;
import org.ejml.interfaces.linsol.LinearSolverDense;

/**
 * One step of laying a patch of one lens over another's to a part of a grid step, by Gauss and Newton's method (Lucas and Kanade
 * 1981; gain and offset after Baker and Matthews 2004). What is solved for:
 *
 * <ul>
 *   <li>the shift, across and down;
 *   <li>how the shift across grows over the patch, across and down: ground seen flatly is nearer below than above;
 *   <li>gain, its growth across and down, and offset: at the rims of two lenses the light falls off in opposite ways, which would
 *       shift soft patches.
 * </ul>
 *
 * What grows is known to be small beforehand. Mutable; one thread.
 */
final class PatchFit {
    private static final int NUMBERS = 8;
    /** Derivatives of which the others are multiples in each row: by shift across, down, its growth, gain, its growth, offset. */
    private static final int ALONG = 6;
    /** Of which one each number's derivative is a multiple, and whether it is one by the row's place. */
    private static final int[] COLUMN = {0, 1, 2, 0, 3, 4, 3, 5};

    private static final boolean[] GROWS_DOWN = {false, false, false, true, false, false, true, false};
    /** How far the shift may grow from the middle of a patch to its edge, standard deviation in steps. */
    private static final double SHIFT_GROWS = 0.6;
    /** The same of the gain, as a share. */
    private static final double GAIN_GROWS = 0.12;
    /** Squared codes of noise that are supposed at first. */
    private static final double NOISE = 3;

    private final int patch;
    private final LinearSolverDense<DMatrixRMaj> solver = LinearSolverFactory_DDRM.symmPosDef(NUMBERS);
    private final DMatrixRMaj normal = new DMatrixRMaj(NUMBERS, NUMBERS);
    private final DMatrixRMaj right = new DMatrixRMaj(NUMBERS, 1);
    private final DMatrixRMaj solved = new DMatrixRMaj(NUMBERS, 1);
    private final DMatrixRMaj inverse = new DMatrixRMaj(NUMBERS, NUMBERS);
    private final double[] columns = new double[ALONG];
    private final double[] rowNormal = new double[ALONG * ALONG];
    private final double[] rowRight = new double[ALONG];
    private double noise;

    /** Of the last step: shift across and down, steps. */
    double across;

    double down;
    /** Of the last step: growth of the shift across from the middle to the right and the lower edge, steps. */
    double growsAcross;

    double growsDown;

    PatchFit(int patch) {
        this.patch = patch;
    }

    /** Begins with another patch. */
    void begin() {
        noise = NOISE;
    }

    /**
     * Solves for a step.
     *
     * @param first the patch, row by row
     * @param second the other lens's view of the same, one grid place larger on every side, as warped so far
     * @param grown growth of the shift so far, across and down
     * @return false where nothing is decided
     */
    boolean step(float[] first, TangentView second, double[] grown) {
        double squares = sums(first, second);
        double shift = noise / (SHIFT_GROWS * SHIFT_GROWS);
        double gain = noise / (GAIN_GROWS * GAIN_GROWS);
        normal.add(2, 2, shift);
        normal.add(3, 3, shift);
        right.add(2, 0, -shift * grown[0]);
        right.add(3, 0, -shift * grown[1]);
        normal.add(5, 5, gain);
        normal.add(6, 6, gain);
        if (!solver.setA(normal.copy())) {
            return false;
        }
        solver.solve(right, solved);
        across = solved.get(0);
        down = solved.get(1);
        growsAcross = solved.get(2);
        growsDown = solved.get(3);
        double explained = 0;
        for (int k = 0; k < NUMBERS; k++) {
            explained += solved.get(k) * right.get(k);
        }
        noise = Math.max(0.05, (squares - explained) / (patch * patch - NUMBERS));
        return true;
    }

    /** What noise as large as the rest leaves open of the shift, a spread in steps across and down; of the last step. */
    Spread spread() {
        solver.invert(inverse);
        return Spread.of(noise * inverse.get(0, 0), noise * inverse.get(0, 1), noise * inverse.get(1, 1));
    }

    /** Fills in the sums of products; gives that of the second view's squares. */
    private double sums(float[] first, TangentView second) {
        Arrays.fill(normal.data, 0);
        Arrays.fill(right.data, 0);
        double squares = 0;
        double middle = (patch - 1) / 2.0;
        for (int row = 0; row < patch; row++) {
            squares += sumRow(first, second, row);
            addRow((row - middle) / middle);
        }
        for (int p = 0; p < NUMBERS; p++) {
            for (int q = 0; q < p; q++) {
                normal.set(q, p, normal.get(p, q));
            }
        }
        return squares;
    }

    /** The sums of a row of the patch, over the columns that differ along it; gives that of the second view's squares. */
    private double sumRow(float[] first, TangentView second, int row) {
        Arrays.fill(rowNormal, 0);
        Arrays.fill(rowRight, 0);
        int stride = second.columns;
        double middle = (patch - 1) / 2.0;
        double squares = 0;
        float[] values = second.values;
        double[] j = columns;
        for (int column = 0; column < patch; column++) {
            int at = (row + 1) * stride + column + 1;
            double u = (column - middle) / middle;
            double a = first[row * patch + column];
            double b = values[at];
            j[0] = (values[at + 1] - values[at - 1]) / 2;
            j[1] = (values[at + stride] - values[at - stride]) / 2;
            j[2] = j[0] * u;
            j[3] = -a;
            j[4] = -a * u;
            j[5] = -1;
            for (int p = 0; p < ALONG; p++) {
                for (int q = 0; q <= p; q++) {
                    rowNormal[p * ALONG + q] += j[p] * j[q];
                }
                rowRight[p] -= j[p] * b;
            }
            squares += b * b;
        }
        return squares;
    }

    /** Adds a row's sums: what grows down the patch is one of its columns times the row's place, from -1 to 1. */
    private void addRow(double v) {
        for (int p = 0; p < NUMBERS; p++) {
            double times = GROWS_DOWN[p] ? v : 1;
            for (int q = 0; q <= p; q++) {
                int one = Math.max(COLUMN[p], COLUMN[q]);
                int other = Math.min(COLUMN[p], COLUMN[q]);
                normal.add(p, q, times * (GROWS_DOWN[q] ? v : 1) * rowNormal[one * ALONG + other]);
            }
            right.add(p, 0, times * rowRight[COLUMN[p]]);
        }
    }
}
