package foldback.sim.world;

import foldback.sim.world.Materials.Surface;

/** A box, turned about the vertical. */
record Block(
        double x, double y, double z, double halfX, double halfY, double halfZ, double yaw, Surface surface, int id)
        implements Shape {

    @Override
    public double[] bounds() {
        double c = Math.abs(Math.cos(yaw));
        double s = Math.abs(Math.sin(yaw));
        double ex = c * halfX + s * halfZ;
        double ez = s * halfX + c * halfZ;
        return new double[] {x - ex, y - halfY, z - ez, x + ex, y + halfY, z + ez};
    }

    @Override
    public boolean hit(double ox, double oy, double oz, double dx, double dy, double dz, Hit hit) {
        double c = Math.cos(yaw);
        double s = Math.sin(yaw);
        double px = c * (ox - x) - s * (oz - z);
        double pz = s * (ox - x) + c * (oz - z);
        double py = oy - y;
        double ax = c * dx - s * dz;
        double az = s * dx + c * dz;
        double near = 1e-4;
        double far = hit.distance;
        int axis = -1;
        double sign = 0;
        double[] p = {px, py, pz};
        double[] d = {ax, dy, az};
        double[] h = {halfX, halfY, halfZ};
        for (int i = 0; i < 3; i++) {
            if (Math.abs(d[i]) < 1e-12) {
                if (Math.abs(p[i]) > h[i]) {
                    return false;
                }
                continue;
            }
            double t0 = (-h[i] - p[i]) / d[i];
            double t1 = (h[i] - p[i]) / d[i];
            if (Math.min(t0, t1) > near) {
                near = Math.min(t0, t1);
                axis = i;
                sign = -Math.signum(d[i]);
            }
            far = Math.min(far, Math.max(t0, t1));
            if (near >= far) {
                return false;
            }
        }
        if (axis < 0) {
            return false;
        }
        double qx = px + ax * near;
        double qy = py + dy * near;
        double qz = pz + az * near;
        hit.distance = near;
        double nx = axis == 0 ? sign : 0;
        double nz = axis == 2 ? sign : 0;
        hit.nx = c * nx + s * nz;
        hit.ny = axis == 1 ? sign : 0;
        hit.nz = -s * nx + c * nz;
        // The grain runs along the longest edge.
        boolean tall = halfY >= halfX && halfY >= halfZ;
        boolean wide = halfX >= halfZ;
        hit.u = tall ? qy : wide ? qx : qz;
        hit.v = tall ? (axis == 0 ? qz : qx) : axis == 1 ? (wide ? qz : qx) : qy;
        hit.surface = surface;
        hit.id = id;
        return true;
    }
}
