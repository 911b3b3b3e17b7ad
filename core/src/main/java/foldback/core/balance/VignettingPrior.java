package foldback.core.balance;

import org.ejml.simple.SimpleMatrix;

/**
 * What is taken of a lens's vignetting before anything is seen: so many stops at the rim, and towards it a power of the distance from the
 * centre, all from the square, as light falls by a lens's angle, to the fifth, as its rims cut light off, being as likely; each power as the
 * polynomial of even powers that fits it best. Where lenses share but their rims, that is what tells their middles.
 */
final class VignettingPrior {
    static final int TERMS = 3;
    private static final double RIM_STOPS = 0.4;
    private static final double RIM_SIGMA = 0.5;
    private static final double LEAST_POWER = 2;
    private static final double MOST_POWER = 5;
    private static final int POWERS = 61;
    private static final int SHARES = 100;
    /** Of each coefficient: polynomials are no laws of optics. */
    private static final double LOOSE = 0.01;

    /** The mean of the coefficients of r^2, r^4 and r^6, stops. */
    final double[] means = new double[TERMS];

    final SimpleMatrix precision;

    VignettingPrior() {
        SimpleMatrix even = new SimpleMatrix(SHARES, TERMS);
        for (int i = 0; i < SHARES; i++) {
            for (int a = 0; a < TERMS; a++) {
                even.set(i, a, StrictMath.pow(share(i), 2 * (a + 1)));
            }
        }
        SimpleMatrix[] shapes = new SimpleMatrix[POWERS];
        SimpleMatrix mean = new SimpleMatrix(TERMS, 1);
        for (int p = 0; p < POWERS; p++) {
            double power = LEAST_POWER + (MOST_POWER - LEAST_POWER) * p / (POWERS - 1);
            SimpleMatrix curve = new SimpleMatrix(SHARES, 1);
            for (int i = 0; i < SHARES; i++) {
                curve.set(i, 0, StrictMath.pow(share(i), power));
            }
            shapes[p] = even.solve(curve);
            mean = mean.plus(shapes[p].divide(POWERS));
        }
        SimpleMatrix covariance = mean.mult(mean.transpose()).scale(RIM_SIGMA * RIM_SIGMA);
        double square = RIM_STOPS * RIM_STOPS + RIM_SIGMA * RIM_SIGMA;
        for (SimpleMatrix shape : shapes) {
            SimpleMatrix off = shape.minus(mean);
            covariance = covariance.plus(off.mult(off.transpose()).scale(square / POWERS));
        }
        precision = covariance
                .plus(SimpleMatrix.identity(TERMS).scale(LOOSE * LOOSE))
                .invert();
        for (int a = 0; a < TERMS; a++) {
            means[a] = RIM_STOPS * mean.get(a, 0);
        }
    }

    private static double share(int i) {
        return (i + 0.5) / SHARES;
    }
}
