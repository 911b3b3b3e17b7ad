package foldback.sim.world;

import foldback.sim.world.Materials.Surface;

/**
 * The flat land: a path and low dykes of clay between shallow pans of brine, hit by marching through a thin slab.
 */
final class Ground {
    /** The water's surface, below the path. */
    static final double WATER_Y = 0.13;

    /** No clay is higher. */
    private static final double TOP_Y = -0.05;

    private static final double FLOOR_Y = 0.32;
    static final double PAN_X = 13;
    static final double PAN_Z = 10.5;
    private static final double PATH_HALF = 1.25;
    static final double RAIL_X = 4.6;
    /** How much clay's edges wander, and its roughness, metres. */
    private static final double BROAD_WOBBLE = 0.22;

    private static final double FINE_WOBBLE = 0.05;
    private static final double ROUGH = 0.012;
    private static final double GRIT = 0.0045;
    private static final double FINE = 0.001;
    private static final double CLOSE = 2e-6;
    private static final int MOST_STEPS = 14;
    private static final double STEEPEST = 1.2;
    private final TileNoise noise;
    private final TileNoise grit;

    Ground(TileNoise noise, TileNoise grit) {
        this.noise = noise;
        this.grit = grit;
    }

    /** Height of the clay over the path's mean, up being positive. */
    double height(double x, double z, double footprint) {
        double wobble = BROAD_WOBBLE * noise.at(x / 9, z / 9, footprint / 9)
                + FINE_WOBBLE * noise.at(x / 1.7, z / 1.7, footprint / 1.7);
        double rough =
                ROUGH * noise.at(x / 0.9, z / 0.9, footprint / 0.9) + GRIT * grit.at(x / 0.5, z / 0.5, footprint / 0.5);
        double fromRut = (Math.abs(x) - 0.55) / 0.12;
        double rut = Math.abs(x) < PATH_HALF ? -0.022 * Math.exp(-fromRut * fromRut) : 0;
        return profile(toEdge(x, z) + wobble) + rough + rut;
    }

    /** As {@link #height}, at most: if all noise were as high as any. */
    private double most(double x, double z) {
        double wobble = (BROAD_WOBBLE + FINE_WOBBLE) * noise.most();
        return profile(toEdge(x, z) - wobble) + ROUGH * noise.most() + GRIT * grit.most();
    }

    private static double profile(double edge) {
        return -0.30 * Sky.smooth(-0.12, 0.42, edge);
    }

    /** How far outside the nearest straight edge of path, dykes and bank a place is. */
    private static double toEdge(double x, double z) {
        double path = Math.abs(x) - PATH_HALF;
        double panX = Math.abs(x) - PATH_HALF - 0.2;
        double toLine = Math.abs(panX - PAN_X * Math.round(panX / PAN_X));
        double dykeX = (Math.round(panX / PAN_X) == 0 ? path : toLine - 0.34);
        double dykeZ = Math.abs(z - PAN_Z * Math.round(z / PAN_Z) - 0.6) - 0.3;
        double bank = Math.abs(x - RAIL_X) - 0.62;
        return Math.min(Math.min(dykeX, dykeZ), bank);
    }

    /** Puts the nearest clay or water into {@code hit}. */
    void hit(double ox, double oy, double oz, double dx, double dy, double dz, Hit hit) {
        if (dy < 1e-7) {
            return;
        }
        double start = Math.max(1e-3, (TOP_Y - oy) / dy);
        double water = (WATER_Y - oy) / dy;
        double end = Math.min(hit.distance, Math.min(water, 900));
        double t = start;
        double last = start;
        // Nowhere does the clay rise faster than that, so nothing is stepped over.
        double closing = dy + STEEPEST * Math.sqrt(Math.max(0, 1 - dy * dy));
        while (t < end) {
            // The noise is asked only where it may matter.
            double under = oy + t * dy + most(ox + t * dx, oz + t * dz);
            if (under > 0) {
                under = under(ox, oy, oz, dx, dy, dz, t);
            }
            if (under > 0) {
                clay(ox, oy, oz, dx, dy, dz, last, t, hit);
                return;
            }
            last = t;
            t += Math.max(Math.max(0.025, 0.012 * t), -under / closing);
        }
        if (water > 0 && water < hit.distance && water < 2500) {
            double x = ox + water * dx;
            double z = oz + water * dz;
            if (-height(x, z, 0.0008 * water) < WATER_Y && water <= 900) {
                clay(ox, oy, oz, dx, dy, dz, last, water, hit);
                return;
            }
            hit.distance = water;
            hit.nx = 0;
            hit.ny = -1;
            hit.nz = 0;
            hit.u = x;
            hit.v = z;
            hit.surface = Surface.WATER;
            hit.id = 0;
        }
    }

    private void clay(
            double ox, double oy, double oz, double dx, double dy, double dz, double low, double high, Hit hit) {
        double above = under(ox, oy, oz, dx, dy, dz, low);
        double below = under(ox, oy, oz, dx, dy, dz, high);
        // The secant with Illinois's halving (Dowell and Jarratt 1971): three or four steps where halving takes
        // fourteen.
        for (int i = 0, side = 0; i < MOST_STEPS && high - low > CLOSE && above < -CLOSE; i++) {
            double at = low - above * (high - low) / (below - above);
            double here = under(ox, oy, oz, dx, dy, dz, at);
            if (here > 0) {
                high = at;
                below = here;
                above = side > 0 ? above / 2 : above;
                side = 1;
            } else {
                low = at;
                above = here;
                below = side < 0 ? below / 2 : below;
                side = -1;
            }
            if (Math.abs(here) < CLOSE) {
                low = at;
                break;
            }
        }
        double x = ox + low * dx;
        double z = oz + low * dz;
        double e = Math.max(0.004, 0.0012 * low);
        double foot = Math.max(FINE, 0.0008 * low);
        double nx = -(height(x + e, z, foot) - height(x - e, z, foot));
        double nz = -(height(x, z + e, foot) - height(x, z - e, foot));
        double ny = -2 * e;
        double length = Math.sqrt(nx * nx + ny * ny + nz * nz);
        hit.distance = low;
        hit.nx = nx / length;
        hit.ny = ny / length;
        hit.nz = nz / length;
        hit.u = x;
        hit.v = z;
        hit.surface = Surface.MUD;
        hit.id = 0;
    }

    /** How deep in the clay a ray is after a distance, metres; negative above. */
    private double under(double ox, double oy, double oz, double dx, double dy, double dz, double t) {
        return oy + t * dy + height(ox + t * dx, oz + t * dz, 0.0008 * t);
    }

    /** Depth of the clay under the water at a place, metres; 0 at the rim. */
    double depth(double x, double z, double footprint) {
        return Math.max(0, Math.min(FLOOR_Y, -height(x, z, footprint)) - WATER_Y);
    }
}
