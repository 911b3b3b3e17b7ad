package foldback.core.tone;

/** Linear factors on the red, green and blue light of one lens. */
public record LightGains(double red, double green, double blue) {
    public static final LightGains NONE = new LightGains(1, 1, 1);

    public LightGains {
        if (!(red > 0 && green > 0 && blue > 0) || Double.isInfinite(red + green + blue)) {
            throw new IllegalArgumentException("gains must be above 0: " + red + ", " + green + ", " + blue);
        }
    }

    /** From stops: one for all channels, and one more for each. */
    public static LightGains ofStops(double exposure, double red, double green, double blue) {
        return new LightGains(
                StrictMath.pow(2, exposure + red),
                StrictMath.pow(2, exposure + green),
                StrictMath.pow(2, exposure + blue));
    }
}
