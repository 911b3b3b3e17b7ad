package foldback.core.solve.adjust;

import foldback.core.lens.Lens;
import foldback.core.lens.RectilinearLens;
import foldback.core.rig.Rig;
import foldback.core.space.Rotation;
import java.util.Arrays;
import java.util.stream.IntStream;
import org.ejml.data.DMatrixRMaj;

/**
 * What is known of a rig's numbers before any point is seen. Lenses of one rig are of one make: each number has a part that all
 * of them share and a part of each lens's own, both normally distributed about the card's number. A number whose parts are both
 * 0 is held.
 */
final class Priors {
    /** A rig stands about so high over the ground, as its inverse in 1/m, give or take a factor whose logarithm is told next. */
    private static final double USUAL_GROUND = 0.6;

    private static final double GROUND_LOG_SIGMA = 0.35;
    /** No height costs more than that: some rigs hang from a crane. */
    private static final double MOST_GROUND_COST = 20;

    private static final double LEAST_GROUND = 0.01;
    /** How upright it stands over ground that is how level, radians. */
    private static final double GROUND_TILT = 0.12;

    private final Rig card;
    private final double[] common = new double[RigState.EACH];
    private final double[] own = new double[RigState.EACH];
    private final int lenses;
    private final RigState start;

    /** All held, about a card. */
    Priors(Rig card) {
        this.card = card;
        start = new RigState(card);
        lenses = start.count;
    }

    /** Frees a number, standard deviations in its own unit. */
    void free(int number, double commonSigma, double ownSigma) {
        common[number] = commonSigma;
        own[number] = ownSigma;
    }

    boolean isFree(int number) {
        return own[number] > 0;
    }

    /** How well a number of one lens is known before; 0 where held. */
    double sigma(int number) {
        return Math.hypot(common[number], own[number]);
    }

    /** The numbers that are free, of all lenses and of the ground. */
    int[] free() {
        return IntStream.range(0, RigState.numbers(lenses))
                .filter(i -> i >= lenses * RigState.EACH || isFree(i % RigState.EACH))
                .toArray();
    }

    /** What a matrix of all numbers, row by row, holds of those that are free. */
    DMatrixRMaj freePart(double[] matrix) {
        int[] free = free();
        DMatrixRMaj part = new DMatrixRMaj(free.length, free.length);
        for (int i = 0; i < free.length; i++) {
            for (int j = 0; j < free.length; j++) {
                part.set(i, j, matrix[free[i] * RigState.numbers(lenses) + free[j]]);
            }
        }
        return part;
    }

    /** How wide a lens's picture is in the unit of its distortion numbers: the angle, or the tangent, at its rim. */
    static double reach(Lens lens) {
        double half = lens.halfField();
        return lens instanceof RectilinearLens ? Math.tan(Math.min(half, Math.toRadians(80))) : half;
    }

    /**
     * Adds the priors' part of the normal equations.
     *
     * @param hessian of all numbers, row by row, added to
     * @param gradient of the cost's descent, added to
     */
    void add(RigState state, double[] hessian, double[] gradient) {
        int size = RigState.numbers(lenses);
        for (int k = 0; k < RigState.GROUND; k++) {
            int at = lenses * RigState.EACH + k;
            double under = Math.max(LEAST_GROUND, state.ground[1]);
            double sigma = under * (k == 1 ? GROUND_LOG_SIGMA : GROUND_TILT);
            double off = k == 1 ? under * Math.log(under / USUAL_GROUND) : state.ground[k];
            double root = k == 1 ? MOST_GROUND_COST / (MOST_GROUND_COST + square(off / sigma)) : 1;
            hessian[at * size + at] += root * root / (sigma * sigma);
            gradient[at] -= root * root * off / (sigma * sigma);
        }
        double[] off = new double[lenses];
        for (int k = 0; k < RigState.EACH; k++) {
            if (!isFree(k)) {
                continue;
            }
            offsets(state, k, off);
            double mean = shrunkMean(k, off);
            double precision = 1 / (own[k] * own[k]);
            for (int i = 0; i < lenses; i++) {
                int row = i * RigState.EACH + k;
                gradient[row] -= precision * (off[i] - mean);
                for (int j = 0; j < lenses; j++) {
                    double shared = share(k);
                    hessian[row * size + j * RigState.EACH + k] += precision * ((i == j ? 1 : 0) - shared);
                }
            }
        }
    }

    /** What the numbers as they are cost, twice the negative logarithm of their probability. */
    double cost(RigState state) {
        double under = Math.max(LEAST_GROUND, state.ground[1]);
        double tilt = Math.hypot(state.ground[0], state.ground[2]) / (under * GROUND_TILT);
        double high = square(Math.log(under / USUAL_GROUND) / GROUND_LOG_SIGMA);
        double sum = tilt * tilt + MOST_GROUND_COST * high / (MOST_GROUND_COST + high);
        double[] off = new double[lenses];
        for (int k = 0; k < RigState.EACH; k++) {
            if (isFree(k)) {
                offsets(state, k, off);
                double mean = shrunkMean(k, off);
                for (double each : off) {
                    sum += each * (each - mean) / (own[k] * own[k]);
                }
            }
        }
        return sum;
    }

    private static double square(double value) {
        return value * value;
    }

    /** The inverse of own2 I + common2 1 1' is (I - share 1 1') / own2. */
    private double share(int k) {
        double c2 = common[k] * common[k];
        return c2 / (own[k] * own[k] + lenses * c2);
    }

    private double shrunkMean(int k, double[] off) {
        return share(k) * Arrays.stream(off).sum();
    }

    private void offsets(RigState state, int k, double[] into) {
        for (int i = 0; i < lenses; i++) {
            Rotation from = card.lenses().get(i).rigFromLens();
            into[i] = state.value(i, k, from) - start.value(i, k, from);
        }
    }
}
