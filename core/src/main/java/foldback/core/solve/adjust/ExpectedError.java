package foldback.core.solve.adjust;

import foldback.core.rig.MappingError;
import foldback.core.rig.Rig;
import java.util.SplittableRandom;
import java.util.stream.IntStream;
import org.ejml.data.DMatrixRMaj;
import org.ejml.dense.row.factory.DecompositionFactory_DDRM;
import org.ejml.interfaces.decomposition.CholeskyDecomposition_F64;

/** What a covariance of the numbers of a rig means for where its lenses look: rigs are drawn from it, and compared with the rig itself. */
final class ExpectedError {
    private static final int DRAWS = 12;
    private static final long SEED = 20;
    private static final double ROOM = 1e-6;

    private ExpectedError() {}

    /**
     * The mapping error that is to be expected over the whole of the lenses.
     *
     * @param free which of the state's numbers the covariance is of
     * @return root mean square, radians; infinite where the covariance is none
     */
    static double overLenses(RigState state, int[] free, DMatrixRMaj covariance) {
        double[] sigma = new double[free.length];
        for (int i = 0; i < sigma.length; i++) {
            sigma[i] = Math.sqrt(covariance.get(i, i));
        }
        CholeskyDecomposition_F64<DMatrixRMaj> cholesky = DecompositionFactory_DDRM.chol(sigma.length, true);
        if (!cholesky.decompose(correlation(covariance, sigma))) {
            return Double.POSITIVE_INFINITY;
        }
        DMatrixRMaj lower = cholesky.getT(null);
        Rig rig = state.rig();
        double[][] steps = new double[DRAWS][];
        SplittableRandom random = new SplittableRandom(SEED);
        for (int draw = 0; draw < DRAWS; draw++) {
            steps[draw] = step(state, free, sigma, lower, random);
        }
        return Math.sqrt(IntStream.range(0, DRAWS)
                .parallel()
                .mapToDouble(
                        draw -> MappingError.overLenses(state.moved(steps[draw]).rig(), rig)
                                .rms())
                .map(rms -> rms * rms)
                .average()
                .orElseThrow());
    }

    /** Numbers of several units would drown in each other's rounding: each in its own sigma, with the rounding's room. */
    private static DMatrixRMaj correlation(DMatrixRMaj covariance, double[] sigma) {
        DMatrixRMaj scaled = new DMatrixRMaj(sigma.length, sigma.length);
        for (int i = 0; i < sigma.length; i++) {
            for (int j = 0; j < sigma.length; j++) {
                double both = (covariance.get(i, j) + covariance.get(j, i)) / 2;
                scaled.set(i, j, both / (sigma[i] * sigma[j]) + (i == j ? ROOM : 0));
            }
        }
        return scaled;
    }

    private static double[] step(
            RigState state, int[] free, double[] sigma, DMatrixRMaj lower, SplittableRandom random) {
        double[] normal = new double[free.length];
        for (int i = 0; i < normal.length; i++) {
            normal[i] = random.nextGaussian();
        }
        double[] step = new double[RigState.numbers(state.count, state.stands())];
        for (int i = 0; i < free.length; i++) {
            for (int j = 0; j <= i; j++) {
                step[free[i]] += sigma[i] * lower.get(i, j) * normal[j];
            }
        }
        return step;
    }
}
