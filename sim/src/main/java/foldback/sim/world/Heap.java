package foldback.sim.world;

import foldback.sim.world.Materials.Surface;

/** A heap of salt: a cone with a rounded top and lumps, hit by marching. */
record Heap(double x, double z, double radius, double height, TileNoise noise, int id) implements Shape {
    private static final double FINE = 0.004;
    private static final int STEPS = 40;
    /** How high lumps are, as a share of the heap's height. */
    private static final double LUMPS = 0.13;
    /** Over what share of the radius lumps end at the foot. */
    private static final double FOOT = 0.3;

    @Override
    public double[] bounds() {
        double r = radius * 1.15;
        return new double[] {x - r, -height * 1.1, z - r, x + r, 0.3, z + r};
    }

    /** How far the surface is above a place, up being positive. */
    private double above(double px, double py, double pz) {
        double dx = px - x;
        double dz = pz - z;
        double r = Math.sqrt(dx * dx + dz * dz);
        double lumps = noise.at((dx + id * 1.7) / (radius * 2.2), dz / (radius * 2.2), FINE) * LUMPS * height;
        return profile(r) + lumps * lumpy(r) + py;
    }

    private double profile(double r) {
        return height * (1 - Math.sqrt(r * r + 0.01 * radius * radius) / radius);
    }

    /** How much of the lumps there is, 0 to 1: none at the foot. */
    private double lumpy(double r) {
        return Math.min(1, Math.max(0, (radius * 1.1 - r) / (FOOT * radius)));
    }

    /** As {@link #above}, at most: if all lumps were as high as any. */
    private double mostAbove(double px, double py, double pz) {
        double dx = px - x;
        double dz = pz - z;
        double r = Math.sqrt(dx * dx + dz * dz);
        return profile(r) + noise.most() * LUMPS * height * lumpy(r) + py;
    }

    @Override
    public boolean hit(double ox, double oy, double oz, double dx, double dy, double dz, Hit hit) {
        double[] range = Tree.slab(bounds(), ox, oy, oz, dx, dy, dz, hit.distance);
        if (range == null) {
            return false;
        }
        double start = Math.max(range[0], 1e-3);
        if (range[1] <= start) {
            // It is behind already: steps backwards would never end.
            return false;
        }
        double step = (range[1] - start) / STEPS;
        // The most is nowhere steeper: the side, and the lumps where they end.
        double steepest = (1 + noise.most() * LUMPS / FOOT) * height / radius;
        double closing = (Math.abs(dy) + steepest * Math.sqrt(dx * dx + dz * dz)) * step;
        for (int i = 0; i <= STEPS; i++) {
            double t = start + i * step;
            double clear = -mostAbove(ox + t * dx, oy + t * dy, oz + t * dz);
            if (clear > 0) {
                i += (int) Math.min(STEPS, clear / closing);
                continue;
            }
            if (above(ox + t * dx, oy + t * dy, oz + t * dz) > 0) {
                double low = Math.max(start, t - step);
                double high = t;
                for (int k = 0; k < 12; k++) {
                    double middle = (low + high) / 2;
                    if (above(ox + middle * dx, oy + middle * dy, oz + middle * dz) > 0) {
                        high = middle;
                    } else {
                        low = middle;
                    }
                }
                if (high >= hit.distance) {
                    return false;
                }
                put(hit, low, ox + low * dx, oy + low * dy, oz + low * dz);
                return true;
            }
        }
        return false;
    }

    private void put(Hit hit, double t, double px, double py, double pz) {
        double e = 0.01 * radius;
        double nx = above(px - e, py, pz) - above(px + e, py, pz);
        double nz = above(px, py, pz - e) - above(px, py, pz + e);
        double ny = -2 * e;
        double length = Math.sqrt(nx * nx + ny * ny + nz * nz);
        hit.distance = t;
        hit.nx = nx / length;
        hit.ny = ny / length;
        hit.nz = nz / length;
        hit.u = px;
        hit.v = pz + 0.7 * py;
        hit.surface = Surface.SALT;
        hit.id = id;
    }
}
