package foldback.sim.world;

import foldback.sim.world.Materials.Surface;

/** A capsule between two points, its radius changing evenly from one to the other end. */
final class Rod implements Shape {
    private final double ax;
    private final double ay;
    private final double az;
    private final double bx;
    private final double by;
    private final double bz;
    private final double radiusA;
    private final double radiusB;
    private final Surface surface;
    private final int id;
    private final double length;
    /** Along the axis. */
    private final double ux;

    private final double uy;
    private final double uz;
    /** How the radius shrinks along the axis, and the square of the cosine of the cone's half angle. */
    private final double slope;

    private final double a2;

    Rod(
            double ax,
            double ay,
            double az,
            double bx,
            double by,
            double bz,
            double radiusA,
            double radiusB,
            Surface surface,
            int id) {
        this.ax = ax;
        this.ay = ay;
        this.az = az;
        this.bx = bx;
        this.by = by;
        this.bz = bz;
        this.radiusA = radiusA;
        this.radiusB = radiusB;
        this.surface = surface;
        this.id = id;
        double lx = bx - ax;
        double ly = by - ay;
        double lz = bz - az;
        length = Math.sqrt(lx * lx + ly * ly + lz * lz);
        ux = lx / length;
        uy = ly / length;
        uz = lz / length;
        slope = (radiusA - radiusB) / length;
        a2 = 1 - slope * slope;
    }

    @Override
    public double[] bounds() {
        double r = Math.max(radiusA, radiusB);
        return new double[] {
            Math.min(ax, bx) - r,
            Math.min(ay, by) - r,
            Math.min(az, bz) - r,
            Math.max(ax, bx) + r,
            Math.max(ay, by) + r,
            Math.max(az, bz) + r
        };
    }

    @Override
    public boolean hit(double ox, double oy, double oz, double dx, double dy, double dz, Hit hit) {
        // A round cone: the envelope of spheres whose radius changes linearly along the axis.
        double px = ox - ax;
        double py = oy - ay;
        double pz = oz - az;
        double pu = px * ux + py * uy + pz * uz;
        double du = dx * ux + dy * uy + dz * uz;
        double pp = px * px + py * py + pz * pz;
        double pd = px * dx + py * dy + pz * dz;
        // |p + t d|^2 - (pu + t du)^2 = (cone radius along the envelope)^2
        double k = radiusA - slope * pu;
        double kd = -slope * du;
        double qa = a2 * (1 - du * du) - kd * kd;
        double qb = a2 * (pd - pu * du) - k * kd;
        double qc = a2 * (pp - pu * pu) - k * k;
        boolean found = false;
        double disc = qb * qb - qa * qc;
        if (disc > 0 && Math.abs(qa) > 1e-12) {
            double t = (-qb - Math.sqrt(disc)) / qa;
            double along = pu + t * du;
            double rise = along + slope * (radiusA - slope * along) / a2;
            if (t > 1e-4 && t < hit.distance && rise > 0 && rise < length && k + t * kd > 0) {
                double cx = px + t * dx - ux * rise;
                double cy = py + t * dy - uy * rise;
                double cz = pz + t * dz - uz * rise;
                put(hit, t, cx, cy, cz, rise);
                found = true;
            }
        }
        found |= ball(ax, ay, az, radiusA, 0, ox, oy, oz, dx, dy, dz, hit);
        found |= ball(bx, by, bz, radiusB, length, ox, oy, oz, dx, dy, dz, hit);
        return found;
    }

    private boolean ball(
            double cx,
            double cy,
            double cz,
            double r,
            double rise,
            double ox,
            double oy,
            double oz,
            double dx,
            double dy,
            double dz,
            Hit hit) {
        double px = ox - cx;
        double py = oy - cy;
        double pz = oz - cz;
        double b = px * dx + py * dy + pz * dz;
        double disc = b * b - (px * px + py * py + pz * pz - r * r);
        if (disc <= 0) {
            return false;
        }
        double t = -b - Math.sqrt(disc);
        if (t <= 1e-4 || t >= hit.distance) {
            return false;
        }
        put(hit, t, px + t * dx, py + t * dy, pz + t * dz, rise);
        return true;
    }

    private void put(Hit hit, double t, double nx, double ny, double nz, double rise) {
        double length = Math.sqrt(nx * nx + ny * ny + nz * nz);
        hit.distance = t;
        hit.nx = nx / length;
        hit.ny = ny / length;
        hit.nz = nz / length;
        hit.u = rise;
        // Around the axis, measured from a side that no rod here points along.
        double sx = uy;
        double sy = uz;
        double sz = ux;
        hit.v = Math.atan2(hit.nx * sx + hit.ny * sy + hit.nz * sz, hit.nx * (1 - sx) + hit.nz) * radiusA;
        hit.surface = surface;
        hit.id = id;
    }
}
