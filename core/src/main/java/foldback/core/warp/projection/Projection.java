package foldback.core.warp.projection;

import foldback.core.space.Direction;

/** How a picture of a stated size shows directions. */
public sealed interface Projection permits Sphere, PartSphere, CentralProjection, Cylindrical, Panini, LensPicture {

    /** What lies beyond the sides of a picture. */
    enum Edges {
        /** The left side meets the right one, the top and bottom rows are poles. */
        WRAP,
        /** Nothing that is shown. */
        BORDER
    }

    default Edges edges() {
        return Edges.BORDER;
    }

    /**
     * Refuses sizes whose chroma would be cut, and what else the projection cannot fill.
     *
     * @throws IllegalArgumentException where it cannot fill a picture of that size
     */
    default void check(int width, int height) {
        if (width % 2 != 0 || height % 2 != 0 || width < 2 || height < 2) {
            throw new IllegalArgumentException("a picture's sides must be even: " + width + " x " + height);
        }
    }

    /**
     * Finds what a place looks at.
     *
     * @param ray three numbers, written: a vector of length 1, or NaN where the projection says nothing of the place
     */
    void ray(double x, double y, int width, int height, double[] ray);

    /**
     * Finds where a direction is shown.
     *
     * @param xy two numbers, written, possibly outside of the picture; NaN where the projection never shows the direction
     */
    void place(Direction direction, int width, int height, double[] xy);

    /**
     * The rays of places in rows of a picture, at one distance from each other.
     *
     * @param firstX of the first place
     * @param step between places, pixels
     */
    default RowRays rows(int width, int height, double firstX, double step, int count) {
        double[] ray = new double[3];
        return (y, rays) -> {
            for (int i = 0; i < count; i++) {
                ray(firstX + i * step, y, width, height, ray);
                System.arraycopy(ray, 0, rays, 3 * i, 3);
            }
        };
    }

    /**
     * By how much directions change from a pixel to the next, radians: in the direction of the picture in which they change most.
     * Where that is more than a source resolves, the source must be made coarser before it is sampled.
     */
    default double radiansPerPixel(double x, double y, int width, int height) {
        double[] left = new double[3];
        double[] right = new double[3];
        double[] up = new double[3];
        double[] down = new double[3];
        ray(x - 0.5, y, width, height, left);
        ray(x + 0.5, y, width, height, right);
        ray(x, y - 0.5, width, height, up);
        ray(x, y + 0.5, width, height, down);
        double across = 0;
        double along = 0;
        double mixed = 0;
        for (int k = 0; k < 3; k++) {
            double dx = right[k] - left[k];
            double dy = down[k] - up[k];
            across += dx * dx;
            along += dy * dy;
            mixed += dx * dy;
        }
        return largestStretch(across, along, mixed);
    }

    /**
     * By how much a map stretches at most: the larger singular value of its two columns.
     *
     * @param across the first column's squared length
     * @param along the second one's
     * @param mixed their product
     */
    static double largestStretch(double across, double along, double mixed) {
        double mean = (across + along) / 2;
        double apart = (across - along) / 2;
        return Math.sqrt(mean + Math.sqrt(apart * apart + mixed * mixed));
    }

    /** Rays of a row of places. */
    interface RowRays {
        /** @param rays three numbers a place, written */
        void of(double y, double[] rays);
    }

    /** Writes that nothing is known of a place. */
    static void nothing(double[] ray) {
        ray[0] = Double.NaN;
        ray[1] = Double.NaN;
        ray[2] = Double.NaN;
    }

    /** Refuses a field of view that is not above 0 and at most so much. */
    static double checkedField(double field, double most) {
        if (!(field > 0 && field <= most)) {
            throw new IllegalArgumentException("the field of view must be above 0 and at most "
                    + Math.round(Math.toDegrees(most)) + " degrees: " + Math.toDegrees(field));
        }
        return field;
    }
}
