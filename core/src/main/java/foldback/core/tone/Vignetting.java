package foldback.core.tone;

import java.util.function.DoubleBinaryOperator;

/**
 * How a lens's light falls off towards its rim, in stops: {@code square r^2 + fourth r^4 + sixth r^6}, r the distance from the lens's
 * centre as a share of the farthest that is used ({@link foldback.core.lens.LensFrame#fieldShare}).
 */
public record Vignetting(double square, double fourth, double sixth) {
    public static final Vignetting NONE = new Vignetting(0, 0, 0);
    /** A lens that loses more is described wrongly. */
    public static final double MOST = 6;

    private static final int STEPS = 1000;

    public Vignetting {
        for (double value : new double[] {square, fourth, sixth}) {
            if (!(Math.abs(value) <= MOST)) {
                throw new IllegalArgumentException(
                        "a part of a vignetting must be -" + MOST + " to " + MOST + " stops: " + value);
            }
        }
    }

    /** What is lost at a share of the field, stops. */
    public double stopsAt(double share) {
        double r2 = share * share;
        return r2 * (square + r2 * (fourth + r2 * sixth));
    }

    /** The least that is lost anywhere, stops; below 0 where the rim is brighter than the middle. */
    double least() {
        return extreme(Math::min);
    }

    /** The most that is lost anywhere, stops. */
    double most() {
        return extreme(Math::max);
    }

    private double extreme(DoubleBinaryOperator pick) {
        double found = 0;
        for (int i = 0; i <= STEPS; i++) {
            found = pick.applyAsDouble(found, stopsAt((double) i / STEPS));
        }
        return found;
    }

    public boolean isNone() {
        return equals(NONE);
    }
}
