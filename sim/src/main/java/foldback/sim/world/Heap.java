package foldback.sim.world;

import foldback.sim.world.Materials.Surface;

/** A heap of salt: a cone with a rounded top and lumps, hit by marching. */
record Heap(double x, double z, double radius, double height, Noise noise, int id) implements Shape {
    private static final double FINE = 0.004;

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
        double lumps = noise.at((dx + id * 1.7) / (radius * 2.2), dz / (radius * 2.2), FINE) * 0.13 * height;
        double profile = height * (1 - Math.sqrt(r * r + 0.01 * radius * radius) / radius);
        return profile + lumps * Math.min(1, Math.max(0, (radius * 1.1 - r) / (0.3 * radius))) + py;
    }

    @Override
    public boolean hit(double ox, double oy, double oz, double dx, double dy, double dz, Hit hit) {
        double[] range = Tree.slab(bounds(), ox, oy, oz, dx, dy, dz, hit.distance);
        if (range == null) {
            return false;
        }
        double start = Math.max(range[0], 1e-3);
        double step = (range[1] - start) / 40;
        double last = start;
        for (int i = 0; i <= 40; i++) {
            double t = start + i * step;
            if (above(ox + t * dx, oy + t * dy, oz + t * dz) > 0) {
                double low = last;
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
            last = t;
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
