package foldback.core.recipe.light;

/**
 * How much noise is taken out of the lenses' pictures before they are stitched.
 *
 * @param temporal by means over neighbouring frames where nothing moves, 0 to {@value #MOST}
 * @param spatial within each frame, 0 to {@value #MOST}
 */
public record NoiseReduction(double temporal, double spatial) {
    public static final double MOST = 10;
    public static final NoiseReduction NONE = new NoiseReduction(0, 0);

    public NoiseReduction {
        if (!(temporal >= 0 && temporal <= MOST && spatial >= 0 && spatial <= MOST)) {
            throw new IllegalArgumentException("noise is taken out by 0 to " + MOST + ": " + temporal + ", " + spatial);
        }
    }

    public boolean isNone() {
        return temporal == 0 && spatial == 0;
    }
}
