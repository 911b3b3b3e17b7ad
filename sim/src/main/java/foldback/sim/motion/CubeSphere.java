package foldback.sim.motion;

import foldback.core.picture.Plane;

/** A sphere on the six faces of a cube, in which a direction is looked up without trigonometry. */
public final class CubeSphere {
    private final int side;
    private final float[][] faces = new float[6][];

    /**
     * @param sphere luma of an equirectangular picture
     * @param side of a face, pixels
     */
    public CubeSphere(Plane sphere, int side) {
        this.side = side;
        for (int face = 0; face < 6; face++) {
            faces[face] = new float[side * side];
            for (int i = 0; i < side * side; i++) {
                double a = 2.0 * (i % side) / (side - 1) - 1;
                double b = 2.0 * (i / side) / (side - 1) - 1;
                double major = face % 2 == 0 ? 1 : -1;
                double x = face < 2 ? major : a;
                double y = face / 2 == 1 ? major : face < 2 ? a : b;
                double z = face >= 4 ? major : b;
                faces[face][i] = sampleAt(sphere, x, y, z);
            }
        }
    }

    private static float sampleAt(Plane sphere, double x, double y, double z) {
        double u = (Math.atan2(x, z) / (2 * Math.PI) + 0.5) * sphere.width() - 0.5;
        double v = (Math.atan2(y, Math.hypot(x, z)) / Math.PI + 0.5) * sphere.height() - 0.5;
        int left = (int) Math.floor(u);
        double clamped = Math.max(0, Math.min(sphere.height() - 1.001, v));
        int top = (int) clamped;
        double fx = u - left;
        double fy = clamped - top;
        int x0 = Math.floorMod(left, sphere.width());
        int x1 = Math.floorMod(left + 1, sphere.width());
        return (float) ((1 - fy) * ((1 - fx) * sphere.get(x0, top) + fx * sphere.get(x1, top))
                + fy * ((1 - fx) * sphere.get(x0, top + 1) + fx * sphere.get(x1, top + 1)));
    }

    /** The luma in a direction of any length. */
    double look(double x, double y, double z) {
        double ax = Math.abs(x);
        double ay = Math.abs(y);
        double az = Math.abs(z);
        if (ax >= ay && ax >= az) {
            return between(faces[x > 0 ? 0 : 1], y / ax, z / ax);
        }
        return ay >= az ? between(faces[y > 0 ? 2 : 3], x / ay, z / ay) : between(faces[z > 0 ? 4 : 5], x / az, y / az);
    }

    private double between(float[] face, double a, double b) {
        double u = (a + 1) / 2 * (side - 1);
        double v = (b + 1) / 2 * (side - 1);
        int i = Math.min(side - 2, (int) u);
        int j = Math.min(side - 2, (int) v);
        double fx = u - i;
        double fy = v - j;
        int at = j * side + i;
        return (1 - fy) * ((1 - fx) * face[at] + fx * face[at + 1])
                + fy * ((1 - fx) * face[at + side] + fx * face[at + side + 1]);
    }
}
