package foldback.core.recipe.light;

import foldback.core.keys.Values;
import java.util.Arrays;

/** Corrections of one lens in stops: one for all light, and one more for each colour. */
public record Stops(double exposure, double red, double green, double blue) implements Values<Stops> {
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

    /** From what three channels are lifted by in all. */
    public static Stops ofChannels(double[] channels) {
        double mean = Arrays.stream(channels).average().orElse(0);
        return new Stops(mean, channels[0] - mean, channels[1] - mean, channels[2] - mean);
    }

    /** What the three channels are lifted by in all. */
    public double[] channels() {
        return new double[] {exposure + red, exposure + green, exposure + blue};
    }

    @Override
    public double[] numbers() {
        return new double[] {exposure, red, green, blue};
    }

    @Override
    public Stops of(double[] n) {
        return new Stops(n[0], n[1], n[2], n[3]);
    }
}
