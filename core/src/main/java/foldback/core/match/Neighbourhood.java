package foldback.core.match;

import foldback.core.rig.RigLens;
import foldback.core.space.Direction;

/** How what lies around a thing in one lens's picture lies around it in another's: turned, scaled and squeezed. */
public final class Neighbourhood {
    /** Pixels by which a place is moved to see how its direction changes. */
    private static final double STEP = 0.5;

    private Neighbourhood() {}

    /**
     * The map of small moves from one picture to another, by differences.
     *
     * @param x pixels of the picture that moves are in
     * @param y pixels of it
     * @param otherX where the other lens sees the same thing, pixels
     * @param otherY pixels
     * @return row by row, two rows: how the other picture's x and y change with x and y; as if both saw alike where a lens's model
     *     says nothing of its place
     */
    public static double[] map(RigLens from, double x, double y, RigLens to, double otherX, double otherY) {
        try {
            double[] a = byPixel(from, x, y);
            double[] b = byPixel(to, otherX, otherY);
            double xx = b[0] * b[0] + b[1] * b[1] + b[2] * b[2];
            double xy = b[0] * b[3] + b[1] * b[4] + b[2] * b[5];
            double yy = b[3] * b[3] + b[4] * b[4] + b[5] * b[5];
            double det = xx * yy - xy * xy;
            double[] map = new double[4];
            for (int k = 0; k < 2; k++) {
                double u = b[0] * a[3 * k] + b[1] * a[3 * k + 1] + b[2] * a[3 * k + 2];
                double v = b[3] * a[3 * k] + b[4] * a[3 * k + 1] + b[5] * a[3 * k + 2];
                map[k] = (yy * u - xy * v) / det;
                map[2 + k] = (xx * v - xy * u) / det;
            }
            return map;
        } catch (IllegalArgumentException beyondItsRim) {
            return new double[] {1, 0, 0, 1};
        }
    }

    /** How the direction in the rig's frame changes with x (three numbers) and with y. */
    private static double[] byPixel(RigLens lens, double x, double y) {
        Direction left = direction(lens, x - STEP, y);
        Direction right = direction(lens, x + STEP, y);
        Direction above = direction(lens, x, y - STEP);
        Direction below = direction(lens, x, y + STEP);
        return new double[] {
            right.x() - left.x(),
            right.y() - left.y(),
            right.z() - left.z(),
            below.x() - above.x(),
            below.y() - above.y(),
            below.z() - above.z()
        };
    }

    private static Direction direction(RigLens lens, double x, double y) {
        return lens.rigFromLens().apply(lens.lens().unproject(x, y));
    }
}
