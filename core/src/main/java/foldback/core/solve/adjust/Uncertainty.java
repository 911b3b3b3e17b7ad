package foldback.core.solve.adjust;

import java.util.Arrays;
import java.util.Collections;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;
import org.ejml.data.DMatrixRMaj;
import org.ejml.dense.row.CommonOps_DDRM;
import org.ejml.dense.row.factory.LinearSolverFactory_DDRM;
import org.ejml.interfaces.linsol.LinearSolverDense;

/**
 * How well points decide a rig, from the inverse of the last normal equations.
 *
 * @param lenses of each one
 * @param mismatchRad by how much two lenses are expected to disagree on far things where the points are, root mean square,
 *     radians; the points' own noise is not in it
 * @param lensRad expected mapping error over the whole of the lenses, root mean square, radians
 */
public record Uncertainty(List<OfLens> lenses, double mismatchRad, double lensRad) {
    /** What the points leave nearly as wide as it was known before is not decided by them. */
    private static final double UNDECIDED = 0.8;

    /**
     * Standard deviations of one lens's numbers; infinite where nothing decides, 0 where held.
     *
     * @param turn of where it points against the mean of all lenses, radians
     * @param focal of its focal length, pixels
     * @param centre of the lens's centre, the worse of across and down, pixels
     * @param undecided of its focal length, centre and distortion those that the points say nothing of
     */
    public record OfLens(double turn, double focal, double centre, Set<Part> undecided) {
        /** What nothing decides is told by the points alone. */
        private OfLens orWider(OfLens other) {
            return new OfLens(
                    Math.max(turn, other.turn),
                    Math.max(focal, other.focal),
                    Math.max(centre, other.centre),
                    undecided);
        }
    }

    /** What a lens is like. */
    public enum Part {
        FOCAL("focal length"),
        CENTRE("centre"),
        DISTORTION("distortion");

        private final String word;

        Part(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    /** @param loss with which it was adjusted */
    static Uncertainty of(Adjuster.Adjusted adjusted, Priors priors, Adjuster.Loss loss) {
        RigState state = adjusted.state();
        int size = RigState.numbers(state.count, state.stands());
        int[] free = priors.free();
        DMatrixRMaj a = priors.freePart(adjusted.hessian());
        LinearSolverDense<DMatrixRMaj> solver = LinearSolverFactory_DDRM.symmPosDef(free.length);
        if (!solver.setA(a.copy())) {
            double none = Double.POSITIVE_INFINITY;
            OfLens open = new OfLens(none, none, none, EnumSet.allOf(Part.class));
            return new Uncertainty(Collections.nCopies(state.count, open), none, none);
        }
        DMatrixRMaj inverse = new DMatrixRMaj(free.length, free.length);
        solver.invert(inverse);
        int[] place = new int[size];
        Arrays.fill(place, -1);
        for (int i = 0; i < free.length; i++) {
            place[free[i]] = i;
        }
        Uncertainty independent = of(adjusted, priors, inverse, place);
        Uncertainty alike = of(adjusted, priors, wrongAlike(adjusted, priors, loss, a, inverse), place);
        return independent.orWider(alike);
    }

    private static Uncertainty of(Adjuster.Adjusted adjusted, Priors priors, DMatrixRMaj covariance, int[] place) {
        List<OfLens> lenses = IntStream.range(0, adjusted.state().count)
                .mapToObj(lens -> of(lens, adjusted.state(), priors, covariance, place))
                .toList();
        double overLenses = ExpectedError.overLenses(adjusted.state(), priors.free(), covariance);
        return new Uncertainty(lenses, mismatch(adjusted, covariance, place), overLenses);
    }

    /**
     * The covariance where points that lie together are wrong alike: the inverse Hessian on both sides of how the parts scatter (White 1980;
     * clusters after Liang and Zeger 1986), more by what a fit takes off the scatter of few parts. What was known before counts as it is.
     */
    private static DMatrixRMaj wrongAlike(
            Adjuster.Adjusted adjusted, Priors priors, Adjuster.Loss loss, DMatrixRMaj hessian, DMatrixRMaj inverse) {
        double[] known = new double[priors.size() * priors.size()];
        priors.add(adjusted.state(), known, new double[priors.size()]);
        DMatrixRMaj prior = priors.freePart(known);
        DMatrixRMaj told = new DMatrixRMaj(hessian.numRows, hessian.numCols);
        CommonOps_DDRM.subtract(hessian, prior, told);
        DMatrixRMaj product = new DMatrixRMaj(hessian.numRows, hessian.numCols);
        CommonOps_DDRM.mult(inverse, told, product);
        double decided = CommonOps_DDRM.trace(product);
        Patchwork parts = Patchwork.of(adjusted.points());
        DMatrixRMaj scatter = new Adjuster(priors, loss).scatter(adjusted, parts);
        double few = parts.count() / Math.max(1, parts.count() - decided);
        CommonOps_DDRM.add(few, scatter, 1, prior, scatter);
        CommonOps_DDRM.mult(inverse, scatter, product);
        DMatrixRMaj covariance = new DMatrixRMaj(hessian.numRows, hessian.numCols);
        CommonOps_DDRM.mult(product, inverse, covariance);
        return covariance;
    }

    /** The same beside other rigs that may be as right, so far off over the whole of the lenses. */
    Uncertainty beside(double othersRad) {
        return new Uncertainty(lenses, mismatchRad, Math.hypot(lensRad, othersRad));
    }

    private Uncertainty orWider(Uncertainty other) {
        List<OfLens> wider = IntStream.range(0, lenses.size())
                .mapToObj(i -> lenses.get(i).orWider(other.lenses.get(i)))
                .toList();
        return new Uncertainty(wider, Math.max(mismatchRad, other.mismatchRad), Math.max(lensRad, other.lensRad));
    }

    private static OfLens of(int lens, RigState state, Priors priors, DMatrixRMaj inverse, int[] place) {
        double[] sigma = new double[RigState.EACH];
        for (int k = 0; k < sigma.length; k++) {
            int at = place[lens * RigState.EACH + k];
            sigma[k] = at < 0 ? 0 : Math.sqrt(inverse.get(at, at));
        }
        int focal = RigState.LENS + LensValues.FOCAL;
        int cx = RigState.LENS + LensValues.CX;
        int cy = RigState.LENS + LensValues.CY;
        int distortion = RigState.LENS + LensValues.DISTORTION;
        Set<Part> undecided = EnumSet.noneOf(Part.class);
        if (sigma[focal] > UNDECIDED * priors.sigma(focal)) {
            undecided.add(Part.FOCAL);
        }
        if (Math.max(sigma[cx], sigma[cy]) > UNDECIDED * priors.sigma(cx)) {
            undecided.add(Part.CENTRE);
        }
        if (sigma[distortion] > UNDECIDED * priors.sigma(distortion)) {
            undecided.add(Part.DISTORTION);
        }
        double turn = turn(lens, state, inverse, place);
        return new OfLens(turn, sigma[focal], Math.max(sigma[cx], sigma[cy]), undecided);
    }

    /** Of a lens's turn in the rig's frame less the mean of all, the root of the mean of its three variances. */
    private static double turn(int lens, RigState state, DMatrixRMaj inverse, int[] place) {
        double trace = 0;
        for (int axis = 0; axis < 3; axis++) {
            double[] row = new double[inverse.numRows];
            for (int i = 0; i < state.count; i++) {
                // Turns are in the lens's own frame; lensFromRig's rows are its axes in the rig's.
                for (int k = 0; k < 3; k++) {
                    int at = place[i * RigState.EACH + RigState.TURN + k];
                    if (at >= 0) {
                        row[at] = ((i == lens ? 1 : 0) - 1.0 / state.count) * state.lensFromRig[i][3 * k + axis];
                    }
                }
            }
            for (int i = 0; i < row.length; i++) {
                for (int j = 0; j < row.length && row[i] != 0; j++) {
                    trace += row[i] * row[j] * inverse.get(i, j);
                }
            }
        }
        return Math.sqrt(trace / 3);
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
            if (point.isFromElsewhere(1)) {
                continue;
            }
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
