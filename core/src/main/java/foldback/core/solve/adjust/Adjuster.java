package foldback.core.solve.adjust;

import foldback.core.run.Run;
import java.util.List;
import java.util.stream.IntStream;
import org.ejml.data.DMatrixRMaj;
import org.ejml.dense.row.factory.LinearSolverFactory_DDRM;
import org.ejml.interfaces.linsol.LinearSolverDense;

/**
 * Bundle adjustment (Triggs, McLauchlan, Hartley and Fitzgibbon 1999, "Bundle adjustment, a modern synthesis"): the rig's numbers
 * and all points together, by Levenberg and Marquardt's method. Each point is eliminated by its own Schur complement; what is left
 * has {@value RigState#EACH} numbers a lens and is solved densely.
 *
 * <p>What a point's coordinates are off counts by a loss that lets go of what is far off (Geman and McClure 1985), by re-weighting:
 * some matches are false. One that let go slowly would shrink the focal length, since that shrinks what false matches are off. Its
 * inverse distance cannot be below 0, which a stiff square says; above, it is pulled gently towards infinity, and where it seems far
 * already a loss of the same form says that it is. So what is near may be as near as it likes and says what it can of the rig across
 * its way in and out; what is far says all.
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
    /** How level the ground is taken to be: deviations of an inverse distance, as a share and in 1/m. */
    private static final double GROUND_ROUGH = 0.06;

    private static final double GROUND_LEAST = 0.006;

    /** Keeps the equations solvable where two lenses see no parallax. */
    private static final double LEAST_CURVE = 0.06;

    private final Priors priors;
    private final Loss loss;
    private final int size;
    /** Which of a lens's numbers are free. */
    private final int[] used;

    private final int freeSize;
    /** Numbers of the grounds under all stands. */
    private final int ofGrounds;

    /**
     * How points are believed.
     *
     * @param noise how many times larger than they say themselves the points' deviations are
     * @param doubt from where a point counts less and less, in the same measure
     * @param beyondInverse how far beyond infinity a point may seem: standard deviation of an inverse distance below 0, 1/m; 0 takes
     *     all points as infinitely far
     * @param pull towards infinity: what 1/m costs a point
     * @param far an inverse distance up to which a point seems far, 1/m; 0 where none shall
     * @param odds how much a point that seems far says that it is: twice the negative logarithm of a prior's odds
     * @param ground how much a point that seems to lie on the ground says that it does; 0 where none shall
     */
    record Loss(
            double noise, double doubt, double beyondInverse, double pull, double far, double odds, double ground) {}

    /**
     * Where an adjustment ended.
     *
     * @param weights of the points, 0 to 1: how far each was believed
     * @param hessian of the rig's numbers with all points eliminated, row by row; held numbers' rows are empty
     */
    record Adjusted(RigState state, Points points, double[] weights, double[] hessian, double cost) {}

    Adjuster(int lenses, int stands, Priors priors, Loss loss) {
        this.priors = priors;
        this.loss = loss;
        ofGrounds = stands * RigState.GROUND;
        size = RigState.numbers(lenses, stands);
        used = IntStream.range(0, RigState.EACH).filter(priors::isFree).toArray();
        freeSize = lenses * used.length + ofGrounds;
    }

    /** What some points add to the equations of the rig's free numbers: those of the lenses in turn, then the grounds'. */
    private final class Sums {
        /** Its lower half only, with what the points' own parts take off. */
        final double[] hessian = new double[freeSize * freeSize];

        final double[] gradient = new double[freeSize];
        /** Of one point: its coupling with its own block's inverse applied; three rows as its coupling. */
        double[] solved = new double[0];

        /** Of one view: how its two coordinates change with its lens's free numbers. */
        final double[] across = new double[used.length];

        final double[] down = new double[used.length];
        double cost;

        void begin(int shared) {
            if (solved.length < PointTerms.OWN * shared) {
                solved = new double[PointTerms.OWN * shared];
            }
        }
    }

    /** The equations of the rig's numbers, and of each point its elimination, kept for its own step afterwards. */
    private final class Equations {
        final double[] hessian = new double[size * size];
        final double[] gradient = new double[size];
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
    }

    /** Which of the rig's numbers each point says something of: those of its lenses, then those of the ground under it. */
    private int[][] numbers(Points points) {
        int[][] numbers = new int[points.count()][];
        for (int n = 0; n < numbers.length; n++) {
            WorldPoint point = points.seen.get(n);
            int ofLenses = point.views() * used.length;
            numbers[n] = new int[ofLenses + RigState.GROUND];
            for (int a = 0; a < numbers[n].length; a++) {
                numbers[n][a] = a >= ofLenses
                        ? size - ofGrounds + RigState.GROUND * point.stand() + a - ofLenses
                        : point.lenses()[a / used.length] * RigState.EACH + used[a % used.length];
            }
        }
        return numbers;
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
        int[][] numbers = numbers(points);
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
        return new Adjusted(state, points, last.weights, last.hessian, last.cost);
    }

    private Equations build(RigState state, Points points, int[][] numbers, double damping) {
        Equations e = new Equations(points, numbers);
        // A fixed number of parts, added up in order: any number of threads gives the same sums.
        List<Sums> parts = IntStream.range(0, PARTS)
                .parallel()
                .mapToObj(part -> part(e, part, state, points, damping))
                .toList();
        for (Sums part : parts) {
            for (int i = 0; i < freeSize; i++) {
                int row = number(i);
                e.gradient[row] += part.gradient[i];
                for (int j = 0; j <= i; j++) {
                    int column = number(j);
                    double value = part.hessian[i * freeSize + j];
                    e.hessian[row * size + column] += value;
                    e.hessian[column * size + row] += i == j ? 0 : value;
                }
            }
            e.cost += part.cost;
        }
        priors.add(state, e.hessian, e.gradient);
        e.cost += priors.cost(state);
        return e;
    }

    /** Which of all numbers a free one is. */
    private int number(int free) {
        int ground = freeSize - ofGrounds;
        return free < ground
                ? free / used.length * RigState.EACH + used[free % used.length]
                : size - ofGrounds + free - ground;
    }

    private Sums part(Equations e, int part, RigState state, Points points, double damping) {
        Sums sums = new Sums();
        PointTerms terms = new PointTerms();
        double[] sides = new double[6];
        double[] place = new double[Points.EACH];
        int end = points.count() * (part + 1) / PARTS;
        for (int n = points.count() * part / PARTS; n < end; n++) {
            System.arraycopy(points.places, Points.EACH * n, place, 0, Points.EACH);
            points.sides(n, sides);
            if (terms.fill(state, points.seen.get(n), place, sides)) {
                terms.whiten(points.seen.get(n));
                add(e, sums, n, state, points, terms, place, damping);
            } else {
                sums.cost += doubt(1e9);
            }
        }
        return sums;
    }

    /** The cost of a square that is measured in variances; a false match costs no more than what it is taken for one at. */
    private double doubt(double square) {
        double scale = loss.doubt / loss.noise * (loss.doubt / loss.noise);
        return scale * square / (scale + square);
    }

    private void add(
            Equations e,
            Sums sums,
            int n,
            RigState state,
            Points points,
            PointTerms terms,
            double[] place,
            double damping) {
        double inverse = place[3];
        double square = 0;
        for (int r = 0; r < terms.rows; r++) {
            square += terms.rest[r] * terms.rest[r];
        }
        square /= loss.noise * loss.noise;
        double scale = loss.doubt / loss.noise;
        double root = 1 / (1 + square / (scale * scale));
        double believed = root * root;
        e.weights[n] = believed;
        sums.cost += doubt(square);
        double weight = believed / (loss.noise * loss.noise);

        double[] own = new double[9];
        double[] ownGradient = new double[3];
        for (int a = 0; a < 3; a++) {
            for (int r = 0; r < terms.rows; r++) {
                double ja = terms.byOwn[3 * r + a];
                ownGradient[a] += weight * ja * terms.rest[r];
                for (int b = 0; b < 3; b++) {
                    own[3 * a + b] += weight * ja * terms.byOwn[3 * r + b];
                }
            }
        }
        boolean far = loss.beyondInverse == 0;
        double grounded = 0;
        double overGround = 0;
        if (!far) {
            double mayBe = loss.ground * Points.mayBeGround(place[1]);
            if (mayBe > 0) {
                double[] ground = state.ground;
                int g = RigState.GROUND * points.seen.get(n).stand();
                double there = ground[g] * place[0] + ground[g + 1] * place[1] + ground[g + 2] * place[2];
                double sigma = GROUND_ROUGH * Math.abs(there) + GROUND_LEAST;
                overGround = inverse - there;
                double share = sigma * sigma / (sigma * sigma + overGround * overGround);
                grounded = mayBe * share * share / (sigma * sigma);
                sums.cost += mayBe * (1 - share);
                own[8] += grounded;
                ownGradient[2] -= grounded * overGround;
            }
            sums.cost += 2 * loss.pull * inverse;
            ownGradient[2] -= loss.pull;
            if (loss.far > 0) {
                double variance = loss.far * loss.far;
                double share = variance / (variance + inverse * inverse);
                double odds = loss.odds * Points.mayBeFar(place[1]);
                double strength = odds * share * share / variance;
                sums.cost += odds * (1 - share);
                own[8] += strength;
                ownGradient[2] -= strength * inverse;
            }
            own[8] += LEAST_CURVE;
            if (inverse < 0) {
                double stiff = 1 / (loss.beyondInverse * loss.beyondInverse);
                sums.cost += stiff * inverse * inverse;
                own[8] += stiff;
                ownGradient[2] -= stiff * inverse;
            }
        }
        for (int a = 0; a < 3; a++) {
            own[4 * a] *= 1 + damping;
        }
        if (far) {
            own[2] = own[5] = own[6] = own[7] = ownGradient[2] = 0;
            own[8] = 1;
        }
        double[] inverseOwn = inverted(own);
        System.arraycopy(inverseOwn, 0, e.own, 12 * n, 9);
        System.arraycopy(ownGradient, 0, e.own, 12 * n + 9, 3);
        couple(e, sums, n, points, terms, weight, far, inverseOwn, ownGradient, place, grounded, overGround);
    }

    private void couple(
            Equations e,
            Sums sums,
            int n,
            Points points,
            PointTerms terms,
            double weight,
            boolean far,
            double[] inverse,
            double[] ownGradient,
            double[] place,
            double grounded,
            double overGround) {
        int[] lenses = points.seen.get(n).lenses();
        int each = used.length;
        int ofLenses = lenses.length * each;
        int shared = ofLenses + RigState.GROUND;
        int base = e.offsets[n];
        double[] coupling = e.coupling;
        sums.begin(shared);
        for (int view = 0; view < lenses.length; view++) {
            ofView(sums, terms, view, lenses[view] * each, weight);
            for (int o = 0; o < PointTerms.OWN; o++) {
                double one = weight * terms.byOwn[PointTerms.OWN * 2 * view + o];
                double two = weight * terms.byOwn[PointTerms.OWN * (2 * view + 1) + o];
                int at = base + o * shared + view * each;
                for (int a = 0; a < each; a++) {
                    coupling[at + a] = far && o == 2 ? 0 : one * sums.across[a] + two * sums.down[a];
                }
            }
        }
        int ground = freeSize - ofGrounds + RigState.GROUND * points.seen.get(n).stand();
        for (int k = 0; k < RigState.GROUND && grounded > 0; k++) {
            coupling[base + 2 * shared + ofLenses + k] = -grounded * place[k];
            sums.gradient[ground + k] += grounded * overGround * place[k];
            for (int l = 0; l <= k; l++) {
                sums.hessian[(ground + k) * freeSize + ground + l] += grounded * place[k] * place[l];
            }
        }
        int most = grounded > 0 ? shared : ofLenses;
        for (int o = 0; o < PointTerms.OWN; o++) {
            for (int a = 0; a < most; a++) {
                sums.solved[o * shared + a] = inverse[3 * o] * coupling[base + a]
                        + inverse[3 * o + 1] * coupling[base + shared + a]
                        + inverse[3 * o + 2] * coupling[base + 2 * shared + a];
            }
        }
        for (int block = 0; block * each < most; block++) {
            boolean ofGround = block == lenses.length;
            int rows = ofGround ? RigState.GROUND : each;
            int row = ofGround ? ground : lenses[block] * each;
            for (int other = 0; other < lenses.length; other++) {
                // The lower half: each block against those of lenses up to its own.
                if (ofGround || lenses[other] <= lenses[block]) {
                    eliminate(
                            sums,
                            coupling,
                            base,
                            shared,
                            block * each,
                            rows,
                            row,
                            other * each,
                            each,
                            lenses[other] * each);
                }
            }
            if (ofGround) {
                eliminate(sums, coupling, base, shared, ofLenses, rows, row, ofLenses, rows, ground);
            }
            for (int a = 0; a < rows; a++) {
                int at = block * each + a;
                sums.gradient[row + a] -= sums.solved[at] * ownGradient[0]
                        + sums.solved[shared + at] * ownGradient[1]
                        + sums.solved[2 * shared + at] * ownGradient[2];
            }
        }
    }

    /** What a view's own rest says of its lens's numbers. */
    private void ofView(Sums sums, PointTerms terms, int view, int lens, double weight) {
        int row = 2 * view * RigState.EACH;
        double[] across = sums.across;
        double[] down = sums.down;
        for (int a = 0; a < across.length; a++) {
            across[a] = terms.byLens[row + used[a]];
            down[a] = terms.byLens[row + RigState.EACH + used[a]];
        }
        for (int a = 0; a < across.length; a++) {
            double one = weight * across[a];
            double two = weight * down[a];
            sums.gradient[lens + a] += one * terms.rest[2 * view] + two * terms.rest[2 * view + 1];
            int at = (lens + a) * freeSize + lens;
            for (int b = 0; b <= a; b++) {
                sums.hessian[at + b] += one * across[b] + two * down[b];
            }
        }
    }

    /**
     * Takes off what a point's own block explains, between some of its numbers and others.
     *
     * @param from where the numbers begin in the point's coupling, {@code rows} of them, {@code row} the first of the sums' own
     * @param to where the others begin, likewise
     */
    private void eliminate(
            Sums sums,
            double[] coupling,
            int base,
            int shared,
            int from,
            int rows,
            int row,
            int to,
            int columns,
            int column) {
        double[] hessian = sums.hessian;
        double[] solved = sums.solved;
        int c0 = base + to;
        int c1 = c0 + shared;
        int c2 = c1 + shared;
        for (int a = 0; a < rows; a++) {
            double s0 = solved[from + a];
            double s1 = solved[shared + from + a];
            double s2 = solved[2 * shared + from + a];
            int at = (row + a) * freeSize + column;
            int most = row == column ? a + 1 : columns;
            for (int b = 0; b < most; b++) {
                hessian[at + b] -= s0 * coupling[c0 + b] + s1 * coupling[c1 + b] + s2 * coupling[c2 + b];
            }
        }
    }

    /** The step of the rig's numbers; held ones stay. */
    private double[] step(Equations e, double damping) {
        int[] free = priors.free();
        DMatrixRMaj a = priors.freePart(e.hessian);
        DMatrixRMaj b = new DMatrixRMaj(free.length, 1);
        for (int i = 0; i < free.length; i++) {
            b.set(i, 0, e.gradient[free[i]]);
            a.set(i, i, a.get(i, i) * (1 + damping));
        }
        double[] step = new double[size];
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
        double[] rest = new double[3];
        for (int n = 0; n < points.count(); n++) {
            int[] numbers = e.numbers[n];
            int shared = numbers.length;
            for (int o = 0; o < 3; o++) {
                rest[o] = e.own[12 * n + 9 + o];
                int at = e.offsets[n] + o * shared;
                for (int a = 0; a < shared; a++) {
                    rest[o] -= e.coupling[at + a] * step[numbers[a]];
                }
            }
            for (int o = 0; o < 3; o++) {
                for (int p = 0; p < 3; p++) {
                    steps[3 * n + o] += e.own[12 * n + 3 * o + p] * rest[p];
                }
            }
        }
        return steps;
    }

    /** The inverse of a symmetric 3 x 3 matrix; nothing where it has none. */
    private static double[] inverted(double[] m) {
        double a = m[4] * m[8] - m[5] * m[7];
        double b = m[5] * m[6] - m[3] * m[8];
        double c = m[3] * m[7] - m[4] * m[6];
        double det = m[0] * a + m[1] * b + m[2] * c;
        double[] inverse = new double[9];
        if (Math.abs(det) < 1e-300) {
            return inverse;
        }
        inverse[0] = a / det;
        inverse[1] = (m[2] * m[7] - m[1] * m[8]) / det;
        inverse[2] = (m[1] * m[5] - m[2] * m[4]) / det;
        inverse[3] = b / det;
        inverse[4] = (m[0] * m[8] - m[2] * m[6]) / det;
        inverse[5] = (m[2] * m[3] - m[0] * m[5]) / det;
        inverse[6] = c / det;
        inverse[7] = (m[1] * m[6] - m[0] * m[7]) / det;
        inverse[8] = (m[0] * m[4] - m[1] * m[3]) / det;
        return inverse;
    }
}
