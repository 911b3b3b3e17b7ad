package foldback.core.matte;

import foldback.core.numeric.SmoothStep;

/**
 * The time over which something counts.
 *
 * @param from take time of its start, from which on it counts whole, seconds
 * @param to take time of its end
 * @param fade over which it comes before its start and goes after its end, seconds
 */
public record During(double from, double to, double fade) {
    public static final double MOST_FADE = 30;

    public During {
        if (!(from <= to) || !Double.isFinite(from) || !Double.isFinite(to)) {
            throw new IllegalArgumentException(
                    "A stroke ends after it starts: from %.3f to %.3f s.".formatted(from, to));
        }
        if (!(fade >= 0 && fade <= MOST_FADE)) {
            throw new IllegalArgumentException("A stroke fades over 0 to 30 s: " + fade + " s.");
        }
    }

    /** How much it counts at a time, 0 to 1. */
    double strength(double seconds) {
        double outside = Math.max(0, Math.max(from - seconds, seconds - to));
        return outside == 0 ? 1 : outside >= fade ? 0 : 1 - SmoothStep.of(outside / fade);
    }
}
