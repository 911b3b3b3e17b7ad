package foldback.core.matte;

/** The way from nothing to all. */
final class Ease {
    private Ease() {}

    /** From 0 to 1 without a bend at either end. */
    static double smooth(double share) {
        double s = Math.max(0, Math.min(1, share));
        return s * s * (3 - 2 * s);
    }
}
