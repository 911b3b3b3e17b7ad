package foldback.sim.film;

/** Where the pixels of a picture look. */
interface PixelRays {
    int width();

    int height();

    /** Writes the unit direction of a place in the picture, in the world; false where it sees nothing. */
    boolean direction(double x, double y, double[] direction);
}
