package foldback.core.solve.adjust;

import foldback.core.run.Run;
import java.util.List;
import java.util.stream.IntStream;
import org.ejml.data.DMatrixRMaj;
import org.ejml.dense.row.factory.LinearSolverFactory_DDRM;
import org.ejml.interfaces.linsol.LinearSolverDense;

/**
 * Bundle adjustment (Triggs, McLauchlan, Hartley and Fitzgibbon 1999, "Bundle adjustment, a modern synthesis"): the rig's numbers
 * and all points together, by Levenberg and Marquardt's method. Each point is eliminated by its own Schur complement ({@link Sums});
 * what is left has {@value RigState#EACH} numbers a lens and is solved densely. How a point is believed is its {@link Loss}'s.
 */
final class Adjuster {
    private static final int MOST_STEPS = 80;
    /** Points are summed up in so many parts. */
    private static final int PARTS = 4;

    private static final double BEGIN_DAMPING = 1e-4;
    private static final double MOST_DAMPING = 1e8;
    /** No thing is nearer than this to a rig, 1/m. */
    private static final double NEAREST = 4;

    private static final double BEYOND = -0.5;
    /** The square of a point where a lens's model ends, in variances. */
    private static final double UNSEEN = 1e9;

    private final Priors priors;
    private final Loss loss;
    private final Unknowns unknowns;

    /**
     * How points are believed.
     *
     * <p>What a point's coordinates are off counts by a loss that lets go of what is far off (Geman and McClure 1985), by re-weighting:
     * some matches are false. One that let go slowly would shrink the focal length, since that shrinks what false matches are off. Its
     * inverse distance cannot be below 0, which a stiff square says; above, it is pulled gently towards infinity, and where it seems far
     * already a loss of the same form says that it is. So what is near may be as near as it likes and says what it can of the rig across
     * its way in and out; what is far says all.
     *
     * @param noise how many times larger than they say themselves the points' deviations are
     * @param doubt from where a point counts less and less, in the same measure
     * @param beyondInverse how far beyond infinity a point may seem: standard deviation of an inverse distance below 0, 1/m; 0 takes all
     *     points as infinitely far
     * @param pull towards infinity: what 1/m costs a point
     * @param far an inverse distance up to which a point seems far, 1/m; 0 where none shall
     * @param odds how much a point that seems far says that it is: twice the negative logarithm of a prior's odds
     * @param ground how much a point that seems to lie on the ground says that it does; 0 where none shall
     */
    record Loss(double noise, double doubt, double beyondInverse, double pull, double far, double odds, double ground) {
        /** Whether all points are infinitely far. */
        boolean isAllFar() {
            return beyondInverse == 0;
        }

        /** The same where nothing is taken for far or for ground because it seems so. */
        Loss withoutFarOrGround() {
            return new Loss(noise, doubt, beyondInverse, pull, 0, 0, 0);
        }

        /** The cost of a square that is measured in variances; a false match costs no more than what it is taken for one at. */
        double doubted(double square) {
            double scale = doubt / noise * (doubt / noise);
            return scale * square / (scale + square);
        }

        /** How far a point of such a square is believed, 0 to 1. */
        double believed(double square) {
            double scale = doubt / noise;
            double root = 1 / (1 + square / (scale * scale));
            return root * root;
        }
    }

    /**
     * Where an adjustment ended.
     *
     * @param weights of the points, 0 to 1: how far each was believed
     * @param hessian of the rig's numbers with all points eliminated, row by row; held numbers' rows are empty
     * @param distances of each point, the variance of its inverse distance where the rig is as it is, squares of 1/m
     */
    record Adjusted(
            RigState state, Points points, double[] weights, double[] hessian, double[] distances, double cost) {}

    Adjuster(Priors priors, Loss loss) {
        this.priors = priors;
        this.loss = loss;
        unknowns = new Unknowns(priors);
    }

    /** The equations of the rig's numbers, and of each point its elimination, kept for its own step afterwards. */
    private final class Equations {
        final double[] hessian = new double[unknowns.size * unknowns.size];
        final double[] gradient = new double[unknowns.size];
        final double[] weights;
        /** Of each point: the inverse of its own block (9), its own gradient (3), and its coupling to the numbers. */
        final double[] own;

        final double[] coupling;
        /** Where each point's coupling begins: three rows over the numbers that it says something of. */
        final int[] offsets;

        final int[][] numbers;
        double cost;

        Equations(Points points, int[][] numbers) {
            this.numbers = numbers;
            weights = new double[points.count()];
            own = new double[points.count() * 12];
            offsets = new int[points.count()];
            int all = 0;
            for (int n = 0; n < offsets.length; n++) {
                offsets[n] = all;
                all += PointTerms.OWN * numbers[n].length;
            }
            coupling = new double[all];
        }

        /** Of each point, the variance of its inverse distance. */
        double[] distances() {
            return IntStream.range(0, weights.length)
                    .mapToDouble(n -> own[12 * n + 8])
                    .toArray();
        }
    }

    /**
     * Adjusts.
     *
     * @param least share of the cost that a step gains at least; one that gains less is the last
     */
    Adjusted adjust(RigState begin, Points beginPoints, double least, Run run) {
        RigState state = begin;
        Points points = beginPoints;
        double damping = BEGIN_DAMPING;
        int[][] numbers = points.seen.stream().map(unknowns::of).toArray(int[][]::new);
        Equations now = build(state, points, numbers, damping);
        for (int n = 0; n < MOST_STEPS && damping < MOST_DAMPING; n++) {
            run.check();
            double[] step = step(now, damping);
            RigState nextState = state.moved(step);
            Points nextPoints = points.moved(ownSteps(now, points, step), BEYOND, NEAREST);
            Equations next = build(nextState, nextPoints, numbers, damping);
            if (next.cost < now.cost) {
                double gain = (now.cost - next.cost) / now.cost;
                state = nextState;
                points = nextPoints;
                now = next;
                damping = Math.max(1e-9, damping / 5);
                if (gain < least) {
                    break;
                }
            } else {
                damping *= 8;
                now = build(state, points, numbers, damping);
            }
        }
        Equations last = build(state, points, numbers, 0);
        return new Adjusted(state, points, last.weights, last.hessian, last.distances(), last.cost);
    }

    /**
     * How much the equations of parts of what the lenses share differ, where an adjustment ended: the sum of the squares of each part's own
     * gradient over the free numbers. Were all points' deviations independent, it would be the points' share of the Hessian; what is wrong
     * alike all over a part, such as light that leans or a lens outside its model, makes it larger.
     */
    DMatrixRMaj scatter(Adjusted ended, Patchwork parts) {
        Points points = ended.points();
        int[][] numbers = points.seen.stream().map(unknowns::of).toArray(int[][]::new);
        Equations unused = new Equations(points, numbers);
        int free = unknowns.free.length;
        DMatrixRMaj scatter = new DMatrixRMaj(free, free);
        for (int part = 0; part < parts.count(); part++) {
            int wanted = part;
            Sums sums = sums(
                    unused,
                    IntStream.range(0, points.count()).filter(n -> parts.of()[n] == wanted),
                    ended.state(),
                    points,
                    0);
            for (int i = 0; i < free; i++) {
                for (int j = 0; j < free; j++) {
                    scatter.add(i, j, sums.gradient[i] * sums.gradient[j]);
                }
            }
        }
        return scatter;
    }

    private Equations build(RigState state, Points points, int[][] numbers, double damping) {
        Equations e = new Equations(points, numbers);
        // A fixed number of parts, added up in order: any number of threads gives the same sums.
        List<Sums> parts = IntStream.range(0, PARTS)
                .parallel()
                .mapToObj(part -> part(e, part, state, points, damping))
                .toList();
        int[] free = unknowns.free;
        for (Sums part : parts) {
            for (int i = 0; i < free.length; i++) {
                int row = free[i];
                e.gradient[row] += part.gradient[i];
                for (int j = 0; j <= i; j++) {
                    int column = free[j];
                    double value = part.hessian[i * free.length + j];
                    e.hessian[row * unknowns.size + column] += value;
                    e.hessian[column * unknowns.size + row] += i == j ? 0 : value;
                }
            }
            e.cost += part.cost;
        }
        priors.add(state, e.hessian, e.gradient);
        e.cost += priors.cost(state);
        return e;
    }

    private Sums part(Equations e, int part, RigState state, Points points, double damping) {
        int end = points.count() * (part + 1) / PARTS;
        return sums(e, IntStream.range(points.count() * part / PARTS, end), state, points, damping);
    }

    private Sums sums(Equations e, IntStream which, RigState state, Points points, double damping) {
        Sums sums = new Sums(unknowns);
        int free = loss.isAllFar() ? PointTerms.OWN - 1 : PointTerms.OWN;
        PointTerms terms = new PointTerms();
        OwnTerms own = new OwnTerms();
        double[] sides = new double[6];
        double[] place = new double[Points.EACH];
        which.forEach(n -> {
            WorldPoint point = points.seen.get(n);
            System.arraycopy(points.places, Points.EACH * n, place, 0, Points.EACH);
            points.sides(n, sides);
            if (terms.fill(state, point, place, sides)) {
                terms.whiten(point);
                own.fill(loss, state, point.stand(), terms, place, damping);
                e.weights[n] = own.believed;
                System.arraycopy(own.inverse, 0, e.own, 12 * n, 9);
                System.arraycopy(own.gradient, 0, e.own, 12 * n + 9, 3);
                sums.add(point, terms, own, place, free, e.coupling, e.offsets[n]);
            } else {
                sums.cost += loss.doubted(UNSEEN);
            }
        });
        return sums;
    }

    /** The step of the rig's numbers; held ones stay. */
    private double[] step(Equations e, double damping) {
        int[] free = unknowns.free;
        DMatrixRMaj a = priors.freePart(e.hessian);
        DMatrixRMaj b = new DMatrixRMaj(free.length, 1);
        for (int i = 0; i < free.length; i++) {
            b.set(i, 0, e.gradient[free[i]]);
            a.set(i, i, a.get(i, i) * (1 + damping));
        }
        double[] step = new double[unknowns.size];
        LinearSolverDense<DMatrixRMaj> solver = LinearSolverFactory_DDRM.symmPosDef(free.length);
        if (solver.setA(a)) {
            DMatrixRMaj x = new DMatrixRMaj(free.length, 1);
            solver.solve(b, x);
            for (int i = 0; i < free.length; i++) {
                step[free[i]] = x.get(i, 0);
            }
        }
        return step;
    }

    /** What each point moves by once the rig's numbers have moved. */
    private double[] ownSteps(Equations e, Points points, double[] step) {
        double[] steps = new double[3 * points.count()];
        double[] residual = new double[3];
        for (int n = 0; n < points.count(); n++) {
            int[] numbers = e.numbers[n];
            int shared = numbers.length;
            for (int o = 0; o < 3; o++) {
                residual[o] = e.own[12 * n + 9 + o];
                int at = e.offsets[n] + o * shared;
                for (int a = 0; a < shared; a++) {
                    residual[o] -= e.coupling[at + a] * step[numbers[a]];
                }
            }
            for (int o = 0; o < 3; o++) {
                for (int p = 0; p < 3; p++) {
                    steps[3 * n + o] += e.own[12 * n + 3 * o + p] * residual[p];
                }
            }
        }
        return steps;
    }
}
