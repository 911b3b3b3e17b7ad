package foldback.core.solve.adjust;

import java.util.Arrays;

/** What one point says of its own three numbers, direction and inverse distance, and what it costs. Mutable; one thread. */
final class OwnTerms {
    /** How level the ground is taken to be: deviations of an inverse distance, as a share and in 1/m. */
    private static final double GROUND_ROUGH = 0.06;

    private static final double GROUND_LEAST = 0.006;
    /** Keeps the equations solvable where two lenses see no parallax. */
    private static final double LEAST_CURVE = 0.06;

    /** The inverse of the point's own block, damped. */
    final double[] inverse = new double[9];

    final double[] gradient = new double[3];
    /** How far it is believed, 0 to 1. */
    double believed;
    /** Of each of its coordinates. */
    double weight;
    /** How strongly it is held to the ground, and how much farther off than that it seems the other way, 1/m. */
    double grounded;

    double overGround;
    double cost;

    private final double[] block = new double[9];

    /**
     * Fills in all terms.
     *
     * @param terms of the point, of variance one
     * @param place x, y, z of its direction and its inverse distance
     */
    void fill(Adjuster.Loss loss, RigState state, int stand, PointTerms terms, double[] place, double damping) {
        double square = 0;
        for (int r = 0; r < terms.rows; r++) {
            square += terms.residual[r] * terms.residual[r];
        }
        square /= loss.noise() * loss.noise();
        believed = loss.believed(square);
        cost = loss.doubted(square);
        weight = believed / (loss.noise() * loss.noise());
        coordinates(terms);
        grounded = 0;
        overGround = 0;
        if (!loss.isAllFar()) {
            ground(loss, state, stand, place);
            distance(loss, place);
        }
        for (int a = 0; a < 3; a++) {
            block[4 * a] *= 1 + damping;
        }
        if (loss.isAllFar()) {
            block[2] = block[5] = block[6] = block[7] = gradient[2] = 0;
            block[8] = 1;
        }
        invert();
    }

    private void coordinates(PointTerms terms) {
        Arrays.fill(block, 0);
        Arrays.fill(gradient, 0);
        for (int a = 0; a < 3; a++) {
            for (int r = 0; r < terms.rows; r++) {
                double ja = terms.byOwn[3 * r + a];
                gradient[a] += weight * ja * terms.residual[r];
                for (int b = 0; b < 3; b++) {
                    block[3 * a + b] += weight * ja * terms.byOwn[3 * r + b];
                }
            }
        }
    }

    private void ground(Adjuster.Loss loss, RigState state, int stand, double[] place) {
        double mayBe = loss.ground() * Points.mayBeGround(place[1]);
        if (mayBe > 0) {
            double there = state.onGround(stand, place[0], place[1], place[2]);
            double sigma = GROUND_ROUGH * Math.abs(there) + GROUND_LEAST;
            overGround = place[3] - there;
            double share = sigma * sigma / (sigma * sigma + overGround * overGround);
            grounded = mayBe * share * share / (sigma * sigma);
            cost += mayBe * (1 - share);
            block[8] += grounded;
            gradient[2] -= grounded * overGround;
        }
    }

    private void distance(Adjuster.Loss loss, double[] place) {
        double off = place[3];
        cost += 2 * loss.pull() * off;
        gradient[2] -= loss.pull();
        if (loss.far() > 0) {
            double variance = loss.far() * loss.far();
            double share = variance / (variance + off * off);
            double odds = loss.odds() * Points.mayBeFar(place[1]);
            double strength = odds * share * share / variance;
            cost += odds * (1 - share);
            block[8] += strength;
            gradient[2] -= strength * off;
        }
        block[8] += LEAST_CURVE;
        if (off < 0) {
            double stiff = 1 / (loss.beyondInverse() * loss.beyondInverse());
            cost += stiff * off * off;
            block[8] += stiff;
            gradient[2] -= stiff * off;
        }
    }

    /** The inverse of the symmetric block; nothing where it has none. */
    private void invert() {
        double[] m = block;
        double a = m[4] * m[8] - m[5] * m[7];
        double b = m[5] * m[6] - m[3] * m[8];
        double c = m[3] * m[7] - m[4] * m[6];
        double det = m[0] * a + m[1] * b + m[2] * c;
        Arrays.fill(inverse, 0);
        if (Math.abs(det) < 1e-300) {
            return;
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
    }
}
