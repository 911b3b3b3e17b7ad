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

    /** From stand to stand a rig's height over the ground differs by so much, and how upright it stands. */
    private static final double STAND_LOG_SIGMA = 0.15;

    private static final double STAND_TILT = 0.06;
    /** How a rig turned beyond what its features say, radians. */
    private static final double POSE_TURN = 0.2;

    private final Rig card;
    private final double[] common = new double[RigState.EACH];
    private final double[] own = new double[RigState.EACH];
    private final int lenses;
    private final int stands;
    private final RigState start;
    private double carried;

    /**
     * All of the lenses held, about a card.
     *
     * @param firstFromStand as a state's
     */
    Priors(Rig card, Rotation[] firstFromStand) {
        this.card = card;
        start = new RigState(card, firstFromStand);
        stands = start.stands();
        lenses = start.count;
    }

    /** Frees a number, standard deviations in its own unit. */
    void free(int number, double commonSigma, double ownSigma) {
        common[number] = commonSigma;
        own[number] = ownSigma;
    }

    /** Frees the ways from stand to stand, metres. */
    void carried(double sigma) {
        carried = sigma;
    }

    boolean isFree(int number) {
        return own[number] > 0;
    }

    /** How well a number of one lens is known before; 0 where held. */
    double sigma(int number) {
        return Math.hypot(common[number], own[number]);
    }

    /** The logarithm of the determinant of the covariance of all that is free of the lenses. */
    double logVariance() {
        double sum = 0;
        for (int k = 0; k < RigState.EACH; k++) {
            if (isFree(k)) {
                double own2 = own[k] * own[k];
                sum += (lenses - 1) * Math.log(own2) + Math.log(own2 + lenses * common[k] * common[k]);
            }
        }
        return sum;
    }

    /** How many numbers there are, held ones too. */
    int size() {
        return RigState.numbers(lenses, stands);
    }

    int stands() {
        return stands;
    }

    /** How many numbers of a pose are free: the turn alone, or the way, too. */
    int freeOfPose() {
        return carried > 0 ? RigState.POSE : RigState.POSE / 2;
    }

    int lenses() {
        return lenses;
    }

    /** The numbers that are free, of all lenses, of the poses of stands that were seen from the first one, and of the grounds. */
    int[] free() {
        return IntStream.range(0, size()).filter(this::isFreeOfAll).toArray();
    }

    private boolean isFreeOfAll(int number) {
        int poses = RigState.firstPose(lenses);
        if (number < poses) {
            return isFree(number % RigState.EACH);
        }
        int ofPose = (number - poses) % RigState.POSE;
        return number >= RigState.firstGround(lenses, stands)
                || isPosed((number - poses) / RigState.POSE) && ofPose < freeOfPose();
    }

    /** Whether a stand's pose is to be found; the first one is where all are seen from. */
    private boolean isPosed(int stand) {
        return stand > 0 && start.firstFromStand[stand] != null;
    }

    /** What a matrix of all numbers, row by row, holds of those that are free. */
    DMatrixRMaj freePart(double[] matrix) {
        int[] free = free();
        DMatrixRMaj part = new DMatrixRMaj(free.length, free.length);
        for (int i = 0; i < free.length; i++) {
            for (int j = 0; j < free.length; j++) {
                part.set(i, j, matrix[free[i] * size() + free[j]]);
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
        int size = size();
        int grounds = RigState.firstGround(lenses, stands);
        for (int g = 0; g < stands * RigState.GROUND; g++) {
            int k = g % RigState.GROUND;
            int at = grounds + g;
            double under = Math.max(LEAST_GROUND, state.ground[g - k + 1]);
            double sigma = under * (k == 1 ? GROUND_LOG_SIGMA : GROUND_TILT);
            double off = k == 1 ? under * Math.log(under / USUAL_GROUND) : state.ground[g];
            double root = k == 1 ? MOST_GROUND_COST / (MOST_GROUND_COST + square(off / sigma)) : 1;
            hessian[at * size + at] += root * root / (sigma * sigma);
            gradient[at] -= root * root * off / (sigma * sigma);
        }
        for (int k = 0; k < RigState.GROUND; k++) {
            double mean = meanGround(state, k);
            double precision = 1 / square(standSigma(state, k));
            for (int one = 0; one < stands; one++) {
                int row = grounds + one * RigState.GROUND + k;
                gradient[row] -= precision * (state.ground[one * RigState.GROUND + k] - mean);
                for (int two = 0; two < stands; two++) {
                    int column = grounds + two * RigState.GROUND + k;
                    hessian[row * size + column] += precision * ((one == two ? 1 : 0) - 1.0 / stands);
                }
            }
        }
        for (int stand = 0; stand < stands; stand++) {
            for (int k = 0; k < freeOfPose() && isPosed(stand); k++) {
                int at = RigState.firstPose(lenses) + stand * RigState.POSE + k;
                double sigma = k < 3 ? POSE_TURN : carried;
                hessian[at * size + at] += 1 / (sigma * sigma);
                gradient[at] -= state.poseValue(stand, k, start.firstFromStand[stand]) / (sigma * sigma);
            }
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
        double sum = 0;
        for (int g = 0; g < state.ground.length; g += RigState.GROUND) {
            double under = Math.max(LEAST_GROUND, state.ground[g + 1]);
            double tilt = Math.hypot(state.ground[g], state.ground[g + 2]) / (under * GROUND_TILT);
            double high = square(Math.log(under / USUAL_GROUND) / GROUND_LOG_SIGMA);
            sum += tilt * tilt + MOST_GROUND_COST * high / (MOST_GROUND_COST + high);
        }
        for (int k = 0; k < RigState.GROUND; k++) {
            double mean = meanGround(state, k);
            for (int stand = 0; stand < stands; stand++) {
                sum += square((state.ground[stand * RigState.GROUND + k] - mean) / standSigma(state, k));
            }
        }
        for (int stand = 0; stand < stands; stand++) {
            for (int k = 0; k < freeOfPose() && isPosed(stand); k++) {
                sum += square(state.poseValue(stand, k, start.firstFromStand[stand]) / (k < 3 ? POSE_TURN : carried));
            }
        }
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

    private double meanGround(RigState state, int k) {
        double sum = 0;
        for (int stand = 0; stand < stands; stand++) {
            sum += state.ground[stand * RigState.GROUND + k];
        }
        return sum / stands;
    }

    /** How much a number of the ground differs from stand to stand. */
    private double standSigma(RigState state, int k) {
        return Math.max(LEAST_GROUND, meanGround(state, 1)) * (k == 1 ? STAND_LOG_SIGMA : STAND_TILT);
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
