package foldback.core.match;

/**
 * How exactly a point is placed in a picture: the ellipse of one standard deviation. A post is placed well across itself and hardly
 * along itself, and says what it can.
 *
 * @param longPx along the less certain direction, pixels
 * @param shortPx across it, pixels
 * @param angle of the less certain direction, radians from the picture's x towards its y
 */
public record Spread(double longPx, double shortPx, double angle) {
    /** Least share of the larger variance that the smaller one is. */
    private static final double THINNEST = 1e-8;

    public Spread {
        if (!(shortPx > 0) || !(longPx >= shortPx)) {
            throw new IllegalArgumentException(
                    "a spread's lengths must be above 0, the longer one first: " + longPx + ", " + shortPx);
        }
    }

    /** The same in every direction. */
    public static Spread even(double px) {
        return new Spread(px, px, 0);
    }

    /**
     * From a covariance.
     *
     * @param xx variance along x, squared pixels
     * @param xy covariance of both
     * @param yy variance along y
     */
    public static Spread of(double xx, double xy, double yy) {
        double half = (xx + yy) / 2;
        double apart = Math.hypot((xx - yy) / 2, xy);
        double most = half + apart;
        // Rounding may leave nothing, or less, of what is thin.
        double least = Math.max(half - apart, THINNEST * most);
        return new Spread(Math.sqrt(most), Math.sqrt(least), 0.5 * Math.atan2(2 * xy, xx - yy));
    }

    /** The covariance: xx, xy, yy, squared pixels. */
    public double[] covariance() {
        double c = Math.cos(angle);
        double s = Math.sin(angle);
        double most = longPx * longPx;
        double least = shortPx * shortPx;
        return new double[] {most * c * c + least * s * s, (most - least) * c * s, most * s * s + least * c * c};
    }

    /** The same seen through a linear map, row by row: two rows. */
    public Spread through(double[] map) {
        double[] c = covariance();
        double ax = map[0] * c[0] + map[1] * c[1];
        double bx = map[0] * c[1] + map[1] * c[2];
        double ay = map[2] * c[0] + map[3] * c[1];
        double by = map[2] * c[1] + map[3] * c[2];
        return of(ax * map[0] + bx * map[1], ax * map[2] + bx * map[3], ay * map[2] + by * map[3]);
    }

    /** One number for it: of a circle of the same area. */
    public double meanPx() {
        return Math.sqrt(longPx * shortPx);
    }
}
