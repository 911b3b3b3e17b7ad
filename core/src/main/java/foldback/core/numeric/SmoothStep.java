package foldback.core.numeric;

/** The way from nothing to all without a bend at either end. */
public final class SmoothStep {
    private SmoothStep() {}

    /** From 0 at 0 and before to 1 at 1 and beyond. */
    public static double of(double share) {
        double s = Math.max(0, Math.min(1, share));
        return s * s * (3 - 2 * s);
    }
}
