package foldback.sim.world;

import foldback.sim.world.Materials.Surface;

/** A box, turned about the vertical. */
final class Block implements Shape {
    private static final double NEAREST = 1e-4;
    private final double x;
    private final double y;
    private final double z;
    private final double halfX;
    private final double halfY;
    private final double halfZ;
    private final double cos;
    private final double sin;
    private final Surface surface;
    private final int id;

    Block(double x, double y, double z, double halfX, double halfY, double halfZ, double yaw, Surface surface, int id) {
        this.x = x;
        this.y = y;
        this.z = z;
        this.halfX = halfX;
        this.halfY = halfY;
        this.halfZ = halfZ;
        this.surface = surface;
        this.id = id;
        cos = Math.cos(yaw);
        sin = Math.sin(yaw);
    }

    @Override
    public double[] bounds() {
        double ex = Math.abs(cos) * halfX + Math.abs(sin) * halfZ;
        double ez = Math.abs(sin) * halfX + Math.abs(cos) * halfZ;
        return new double[] {x - ex, y - halfY, z - ez, x + ex, y + halfY, z + ez};
    }

    @Override
    public boolean hit(double ox, double oy, double oz, double dx, double dy, double dz, Hit hit) {
        double px = cos * (ox - x) - sin * (oz - z);
        double pz = sin * (ox - x) + cos * (oz - z);
        double py = oy - y;
        double ax = cos * dx - sin * dz;
        double az = sin * dx + cos * dz;
        double nearX = entry(px, ax, halfX);
        double nearY = entry(py, dy, halfY);
        double nearZ = entry(pz, az, halfZ);
        double near = Math.max(Math.max(nearX, nearY), nearZ);
        double far = Math.min(Math.min(exit(px, ax, halfX), exit(py, dy, halfY)), exit(pz, az, halfZ));
        if (!(near > NEAREST && near < far && near < hit.distance)) {
            return false;
        }
        int axis = near == nearX ? 0 : near == nearY ? 1 : 2;
        double sign = -Math.signum(axis == 0 ? ax : axis == 1 ? dy : az);
        double qx = px + ax * near;
        double qy = py + dy * near;
        double qz = pz + az * near;
        hit.distance = near;
        double nx = axis == 0 ? sign : 0;
        double nz = axis == 2 ? sign : 0;
        hit.nx = cos * nx + sin * nz;
        hit.ny = axis == 1 ? sign : 0;
        hit.nz = -sin * nx + cos * nz;
        // The grain runs along the longest edge.
        boolean tall = halfY >= halfX && halfY >= halfZ;
        boolean wide = halfX >= halfZ;
        hit.u = tall ? qy : wide ? qx : qz;
        hit.v = tall ? (axis == 0 ? qz : qx) : axis == 1 ? (wide ? qz : qx) : qy;
        hit.surface = surface;
        hit.id = id;
        return true;
    }

    /** Where a ray comes between a pair of sides; one along them is between them from the first or never. */
    private static double entry(double p, double d, double half) {
        if (d == 0) {
            return Math.abs(p) > half ? Double.POSITIVE_INFINITY : Double.NEGATIVE_INFINITY;
        }
        return (-Math.copySign(half, d) - p) / d;
    }

    private static double exit(double p, double d, double half) {
        return d == 0 ? Double.POSITIVE_INFINITY : (Math.copySign(half, d) - p) / d;
    }
}
