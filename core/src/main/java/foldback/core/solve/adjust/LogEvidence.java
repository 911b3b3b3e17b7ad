package foldback.core.solve.adjust;

import org.ejml.data.DMatrixRMaj;
import org.ejml.dense.row.factory.DecompositionFactory_DDRM;
import org.ejml.interfaces.decomposition.CholeskyDecomposition_F64;

/**
 * How probable points are under some priors, whatever the numbers are: by the curvature where they are most probable (Laplace's method;
 * MacKay 1992, "Bayesian interpolation"). Priors that are needlessly wide make all points less probable, those that are too narrow make
 * them cost more.
 */
final class LogEvidence {
    /** Standard deviation of the inverse distance of what is around a rig, 1/m. */
    private static final double AROUND = 0.4;

    private static final double LEAST_VARIANCE = 1e-12;

    private LogEvidence() {}

    /** Minus twice the logarithm of the evidence, up to what is the same for all priors; infinite where the points decide nothing. */
    static double cost(Adjuster.Adjusted adjusted, Priors priors) {
        return ofNumbers(adjusted, priors) + ofDistances(adjusted);
    }

    /** The same with the points' distances left out: of rigs that tell them about alike. */
    static double ofNumbers(Adjuster.Adjusted adjusted, Priors priors) {
        DMatrixRMaj hessian = priors.freePart(adjusted.hessian());
        CholeskyDecomposition_F64<DMatrixRMaj> cholesky = DecompositionFactory_DDRM.chol(hessian.numRows, true);
        if (!cholesky.decompose(hessian)) {
            return Double.POSITIVE_INFINITY;
        }
        DMatrixRMaj lower = cholesky.getT(null);
        double logCurvature = 0;
        for (int i = 0; i < lower.numRows; i++) {
            logCurvature += 2 * Math.log(lower.get(i, i));
        }
        return adjusted.cost() + logCurvature + priors.logVariance();
    }

    /** What it costs that points could have been at other distances: the more exactly a rig tells them, the more. */
    static double ofDistances(Adjuster.Adjusted adjusted) {
        double sum = 0;
        for (int n = 0; n < adjusted.weights().length; n++) {
            double told = Math.max(LEAST_VARIANCE, Math.min(adjusted.distances()[n], AROUND * AROUND));
            sum -= adjusted.weights()[n] * Math.log(told / (AROUND * AROUND));
        }
        return sum;
    }
}
