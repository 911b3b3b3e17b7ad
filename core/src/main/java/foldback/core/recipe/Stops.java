package foldback.core.recipe;

import foldback.core.tone.LightGains;

/** Corrections of one lens in stops: one for all light, and one more for each colour. */
public record Stops(double exposure, double red, double green, double blue) {
    public static final Stops NONE = new Stops(0, 0, 0, 0);
    /** Larger corrections are taken for a mistake. */
    public static final double MOST = 6;

    public Stops {
        for (double value : new double[] {exposure, red, green, blue}) {
            if (!(Math.abs(value) <= MOST)) {
                throw new IllegalArgumentException(
                        "a correction must be -" + MOST + " to " + MOST + " stops: " + value);
            }
        }
    }

    /** The light gains of these corrections and others on top. */
    public LightGains gainsWith(Stops more) {
        return LightGains.ofStops(exposure + more.exposure, red + more.red, green + more.green, blue + more.blue);
    }
}
