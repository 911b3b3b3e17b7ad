package foldback.core.solve.adjust;

import java.util.Arrays;
import org.ejml.data.DMatrixRMaj;
import org.ejml.dense.row.factory.LinearSolverFactory_DDRM;
import org.ejml.interfaces.linsol.LinearSolverDense;

/**
 * How well points decide a rig, from the inverse of the last normal equations.
 *
 * @param sigmas standard deviations of each lens's numbers in the order of {@link RigState}: turns in radians, pupil in metres,
 *     focal length and centre in pixels, distortion; 0 where held, infinite where nothing decides
 * @param mismatchRad by how much two lenses are expected to disagree on far things where the points are, root mean square,
 *     radians; the points' own noise is not in it
 */
public record Uncertainty(double[][] sigmas, double mismatchRad) {

    static Uncertainty of(Adjuster.Adjusted adjusted, Priors priors) {
        RigState state = adjusted.state();
        int size = state.count * RigState.EACH;
        int[] free = priors.free();
        double[][] sigmas = new double[state.count][RigState.EACH];
        DMatrixRMaj a = priors.freePart(adjusted.hessian());
        LinearSolverDense<DMatrixRMaj> solver = LinearSolverFactory_DDRM.symmPosDef(free.length);
        DMatrixRMaj inverse = new DMatrixRMaj(free.length, free.length);
        if (!solver.setA(a)) {
            for (int i : free) {
                sigmas[i / RigState.EACH][i % RigState.EACH] = Double.POSITIVE_INFINITY;
            }
            return new Uncertainty(sigmas, Double.POSITIVE_INFINITY);
        }
        solver.invert(inverse);
        int[] place = new int[size];
        Arrays.fill(place, -1);
        for (int i = 0; i < free.length; i++) {
            place[free[i]] = i;
            sigmas[free[i] / RigState.EACH][free[i] % RigState.EACH] = Math.sqrt(inverse.get(i, i));
        }
        return new Uncertainty(sigmas, mismatch(adjusted, inverse, place));
    }

    /** What is left of the four coordinates' covariance once the point may move across its direction. */
    private static double mismatch(Adjuster.Adjusted adjusted, DMatrixRMaj inverse, int[] place) {
        RigState state = adjusted.state();
        Points points = adjusted.points();
        PointTerms terms = new PointTerms();
        double[] sides = new double[6];
        double sum = 0;
        double weights = 0;
        for (int n = 0; n < points.count(); n++) {
            double[] far = Arrays.copyOfRange(points.places, Points.EACH * n, Points.EACH * (n + 1));
            far[3] = 0;
            points.sides(n, sides);
            if (!terms.fill(state, points.seen.get(n), far, sides)) {
                continue;
            }
            WorldPoint point = points.seen.get(n);
            int[] numbers = new int[2 * RigState.EACH];
            double scale = 0;
            for (int view = 0; view < 2; view++) {
                int lens = point.lenses()[view];
                scale += state.lenses[lens].values[LensValues.FOCAL] / 2;
                for (int k = 0; k < RigState.EACH; k++) {
                    numbers[view * RigState.EACH + k] = place[lens * RigState.EACH + k];
                }
            }
            sum += adjusted.weights()[n] * across(terms, inverse, numbers) / (scale * scale);
            weights += adjusted.weights()[n];
        }
        return Math.sqrt(sum / Math.max(1e-9, weights));
    }

    /** The trace of the covariance of what two lenses disagree by, squared pixels of one of them. */
    private static double across(PointTerms terms, DMatrixRMaj inverse, int[] numbers) {
        double[] basis = complement(terms.byOwn);
        double trace = 0;
        double[] row = new double[2 * RigState.EACH];
        for (int b = 0; b < 2; b++) {
            for (int k = 0; k < row.length; k++) {
                int view = 2 * (k / RigState.EACH);
                row[k] = basis[4 * b + view] * terms.byLens[view * RigState.EACH + k % RigState.EACH]
                        + basis[4 * b + view + 1] * terms.byLens[(view + 1) * RigState.EACH + k % RigState.EACH];
            }
            for (int i = 0; i < row.length; i++) {
                for (int j = 0; j < row.length && numbers[i] >= 0; j++) {
                    trace += numbers[j] < 0 ? 0 : row[i] * row[j] * inverse.get(numbers[i], numbers[j]);
                }
            }
        }
        // A disagreement of one pixel in one lens is shared by both: half of its square is seen.
        return 2 * trace;
    }

    /** Two directions of the four coordinates that a move of the point does not touch, by Gram and Schmidt. */
    private static double[] complement(double[] byOwn) {
        double[] vectors = new double[16];
        int found = 0;
        for (int c = 0; c < 6 && found < 4; c++) {
            double[] v = new double[4];
            for (int r = 0; r < 4; r++) {
                v[r] = c < 2 ? byOwn[PointTerms.OWN * r + c] : r == c - 2 ? 1 : 0;
            }
            double before = Math.sqrt(Arrays.stream(v).map(x -> x * x).sum());
            for (int round = 0; round < 2; round++) {
                for (int o = 0; o < found; o++) {
                    double dot = 0;
                    for (int r = 0; r < 4; r++) {
                        dot += v[r] * vectors[4 * o + r];
                    }
                    for (int r = 0; r < 4; r++) {
                        v[r] -= dot * vectors[4 * o + r];
                    }
                }
            }
            double length = Math.sqrt(Arrays.stream(v).map(x -> x * x).sum());
            if (length > 0.2 * before) {
                for (int r = 0; r < 4; r++) {
                    vectors[4 * found + r] = v[r] / length;
                }
                found++;
            }
        }
        return Arrays.copyOfRange(vectors, 8, 16);
    }
}
