package foldback.sim.world;

import foldback.sim.world.Materials.Surface;

/** Where a ray ends: mutable, one per thread. */
final class Hit {
    static final double FAR = 1e9;
    double distance;
    double nx;
    double ny;
    double nz;
    /** Surface coordinates in metres, along and across the grain. */
    double u;

    double v;
    Surface surface;
    /** Tells one board or stone from the next. */
    int id;

    final Tree.Stack stack = new Tree.Stack();

    void clear() {
        distance = FAR;
        surface = null;
    }
}
