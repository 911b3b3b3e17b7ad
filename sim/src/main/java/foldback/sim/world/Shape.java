package foldback.sim.world;

/** A thing that rays can hit; immutable. */
interface Shape {
    /** Least x, y, z and most x, y, z. */
    double[] bounds();

    /** Puts the nearest hit before {@code hit.distance} into {@code hit}; returns whether there was one. */
    boolean hit(double ox, double oy, double oz, double dx, double dy, double dz, Hit hit);
}
