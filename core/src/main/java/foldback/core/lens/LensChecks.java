package foldback.core.lens;

/** The checks that all lens models make of their numbers. */
final class LensChecks {
    private LensChecks() {}

    static void focal(double focalPx) {
        if (!(focalPx > 0) || Double.isInfinite(focalPx)) {
            throw new IllegalArgumentException("'focalPx' must be above 0: " + focalPx);
        }
    }

    static void finite(String name, double... values) {
        for (double value : values) {
            if (!Double.isFinite(value)) {
                throw new IllegalArgumentException("'" + name + "' must be finite: " + value);
            }
        }
    }
}
