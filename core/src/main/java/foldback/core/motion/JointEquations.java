package foldback.core.motion;

import java.util.Arrays;
import org.ejml.data.DMatrixRMaj;
import org.ejml.dense.row.CommonOps_DDRM;
import org.ejml.dense.row.factory.LinearSolverFactory_DDRM;
import org.ejml.interfaces.linsol.LinearSolverDense;

/** Normal equations of all unknowns of a rig, put together from blocks of a few. */
final class JointEquations {
    /** Keeps decided what nothing is seen of. */
    private static final double LEAST_INFORMATION = 1e-9;

    private final int unknowns;
    private final DMatrixRMaj normal;
    private final DMatrixRMaj right;
    private final DMatrixRMaj factored;
    private final DMatrixRMaj solution;
    private final LinearSolverDense<DMatrixRMaj> solver;

    JointEquations(int unknowns) {
        this.unknowns = unknowns;
        normal = new DMatrixRMaj(unknowns, unknowns);
        right = new DMatrixRMaj(unknowns, 1);
        factored = new DMatrixRMaj(unknowns, unknowns);
        solution = new DMatrixRMaj(unknowns, 1);
        solver = LinearSolverFactory_DDRM.symmPosDef(unknowns);
    }

    void clear() {
        Arrays.fill(normal.data, 0);
        Arrays.fill(right.data, 0);
        for (int k = 0; k < unknowns; k++) {
            normal.data[unknowns * k + k] = LEAST_INFORMATION;
        }
    }

    /**
     * Adds a block.
     *
     * @param index of the block's unknowns among all
     */
    void add(NormalBlock block, int[] index) {
        for (int k = 0; k < block.size; k++) {
            right.data[index[k]] += block.right[k];
            for (int j = 0; j <= k; j++) {
                int row = Math.max(index[k], index[j]);
                int column = Math.min(index[k], index[j]);
                normal.data[unknowns * row + column] += block.normal[block.size * k + j];
            }
        }
    }

    /** Adds a prior: an unknown that is off by so much is off by as many standard deviations. */
    void addPrior(int unknown, double offBy, double sigma) {
        double information = 1 / (sigma * sigma);
        normal.data[unknowns * unknown + unknown] += information;
        right.data[unknown] += information * offBy;
    }

    /** The information of an unknown while all others are known. */
    double information(int unknown) {
        return normal.data[unknowns * unknown + unknown];
    }

    /**
     * Solves them.
     *
     * @param into by how much each unknown is to change
     * @return whether they could be solved
     */
    boolean solve(double[] into) {
        mirror();
        // The solver overwrites its matrix.
        factored.setTo(normal);
        if (!solver.setA(factored)) {
            return false;
        }
        solver.solve(right, solution);
        for (int k = 0; k < into.length; k++) {
            into[k] = -solution.get(k);
        }
        return true;
    }

    /** The variances of the first unknowns while all others are unknown, too; infinite where they cannot be told. */
    double[] variances(int count) {
        double[] variances = new double[count];
        Arrays.fill(variances, Double.POSITIVE_INFINITY);
        DMatrixRMaj covariance = new DMatrixRMaj(unknowns, unknowns);
        if (CommonOps_DDRM.invert(normal, covariance)) {
            Arrays.setAll(variances, k -> covariance.get(k, k));
        }
        return variances;
    }

    private void mirror() {
        for (int k = 0; k < unknowns; k++) {
            for (int j = 0; j < k; j++) {
                normal.data[unknowns * j + k] = normal.data[unknowns * k + j];
            }
        }
    }
}
