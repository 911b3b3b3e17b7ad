package foldback.core.recipe.light;

import foldback.core.keys.Values;

/**
 * A correction by hand.
 *
 * @param exposure stops
 * @param temperature mired by which what is neutral is taken to be bluer: above 0 the picture becomes warmer
 * @param tint stops from green to magenta: above 0 the picture becomes more magenta
 * @param red stops
 * @param green stops
 * @param blue stops
 * @param black share of white light that becomes black; below 0 what is black is lifted
 */
public record Trim(
        double exposure, double temperature, double tint, double red, double green, double blue, double black)
        implements Values<Trim> {
    public static final Trim NONE = new Trim(0, 0, 0, 0, 0, 0, 0);
    public static final double MOST_MIRED = 200;
    public static final double MOST_BLACK = 0.2;
    /**
     * By how many stops red rises over blue for a mired: from the whites of D65 and D50 (CIE 15) in BT.709's primaries, whose red to blue
     * differ by 0.70 stops over their 46 mired.
     */
    private static final double STOPS_A_MIRED = 0.0153;

    public Trim {
        check("exposure", exposure, Stops.MOST);
        check("temperature", temperature, MOST_MIRED);
        check("tint", tint, Stops.MOST);
        check("red", red, Stops.MOST);
        check("green", green, Stops.MOST);
        check("blue", blue, Stops.MOST);
        check("black", black, MOST_BLACK);
    }

    private static void check(String what, double value, double most) {
        if (!(Math.abs(value) <= most)) {
            throw new IllegalArgumentException("a trim's " + what + " must be -" + most + " to " + most + ": " + value);
        }
    }

    /** What the three channels are lifted by in all, stops. */
    public double[] channels() {
        double warm = temperature * STOPS_A_MIRED / 2;
        return new double[] {
            exposure + red + warm + tint / 3, exposure + green - 2 * tint / 3, exposure + blue - warm + tint / 3
        };
    }

    @Override
    public double[] numbers() {
        return new double[] {exposure, temperature, tint, red, green, blue, black};
    }

    @Override
    public Trim of(double[] n) {
        return new Trim(n[0], n[1], n[2], n[3], n[4], n[5], n[6]);
    }
}
