package foldback.core.solve.adjust;

import java.util.Arrays;

/**
 * One point's part of the least squares. A point is a direction from the rig's origin and an inverse distance; a lens with
 * its pupil at c sees it along d - c / distance. So a near thing is no error of the geometry, and one at the horizon needs no
 * case of its own.
 */
final class PointTerms {
    static final int OWN = 3;

    int rows;
    /** Of one view's own lens: how its two coordinates change with that lens's numbers; two rows a view. */
    double[] byLens = new double[0];

    /** Of one view from elsewhere: the same with the numbers of that stand's pose. */
    double[] byPose = new double[0];

    /** What the point's coordinates differ by, seen less projected, pixels; two a view. */
    double[] residual = new double[0];

    /** How the projected coordinates change with the point's own three numbers. */
    double[] byOwn = new double[0];

    private final double[] seen = new double[3];
    private final double[] turn = new double[3];
    private final double[] ray = new double[3];
    private final double[] xy = new double[2];
    private final double[] byRay = new double[6];
    private final double[] byValue = new double[2 * LensValues.COUNT];
    private final double[] rayByNumber = new double[3];

    /**
     * Fills in all terms.
     *
     * @param d the point's direction and inverse distance: x, y, z, 1/m
     * @param sides two directions across it, x, y, z each
     * @return false where a lens's model says nothing of that direction
     */
    boolean fill(RigState state, WorldPoint point, double[] d, double[] sides) {
        rows = 2 * point.views();
        if (residual.length < rows) {
            residual = new double[rows];
            byOwn = new double[rows * OWN];
            byLens = new double[rows * RigState.EACH];
            byPose = new double[rows * RigState.POSE];
        }
        Arrays.fill(byLens, 0);
        for (int view = 0; view < point.views(); view++) {
            if (!view(state, point, d, sides, view)) {
                return false;
            }
        }
        return true;
    }

    /** Turns what stands here from pixels to what each view's coordinates are known to. */
    void whiten(WorldPoint point) {
        for (int view = 0; view < point.views(); view++) {
            double xx = point.whitening()[3 * view];
            double yx = point.whitening()[3 * view + 1];
            double yy = point.whitening()[3 * view + 2];
            int row = 2 * view;
            whiten(residual, row, row + 1, 1, xx, yx, yy);
            whiten(byOwn, row * OWN, (row + 1) * OWN, OWN, xx, yx, yy);
            whiten(byLens, row * RigState.EACH, (row + 1) * RigState.EACH, RigState.EACH, xx, yx, yy);
            if (point.isFromElsewhere(view)) {
                whiten(byPose, row * RigState.POSE, (row + 1) * RigState.POSE, RigState.POSE, xx, yx, yy);
            }
        }
    }

    private static void whiten(double[] values, int x, int y, int count, double xx, double yx, double yy) {
        for (int k = 0; k < count; k++) {
            values[y + k] = yx * values[x + k] + yy * values[y + k];
            values[x + k] *= xx;
        }
    }

    private boolean view(RigState state, WorldPoint point, double[] d, double[] sides, int view) {
        int lens = point.lenses()[view];
        double[] m = state.lensFromRig[lens];
        double[] pupil = state.pupils[lens];
        double inverse = d[3];
        double[] pose = point.isFromElsewhere(view) ? state.standFromFirst[point.stands()[view]] : null;
        double[] way = state.ways[point.stands()[view]];
        inRig(pose, d[0], d[1], d[2], inverse, way, seen);
        turned(m, seen[0] - inverse * pupil[0], seen[1] - inverse * pupil[1], seen[2] - inverse * pupil[2], ray);
        if (!state.lenses[lens].project(ray, xy, byRay, byValue)) {
            return false;
        }
        int row = 2 * view;
        residual[row] = point.xy()[row] - xy[0];
        residual[row + 1] = point.xy()[row + 1] - xy[1];
        for (int k = 0; k < 2; k++) {
            inRig(pose, sides[3 * k], sides[3 * k + 1], sides[3 * k + 2], 0, way, turn);
            turned(m, turn[0], turn[1], turn[2], rayByNumber);
            own(row, k);
        }
        inRig(pose, 0, 0, 0, 1, way, turn);
        turned(m, turn[0] - pupil[0], turn[1] - pupil[1], turn[2] - pupil[2], rayByNumber);
        own(row, 2);
        if (pose != null) {
            pose(row, m, pose, inverse);
        }
        // The ray in the lens's frame changes by ray x turn.
        for (int k = 0; k < 3; k++) {
            int a = (k + 1) % 3;
            int b = (k + 2) % 3;
            rayByNumber[k] = 0;
            rayByNumber[a] = ray[b];
            rayByNumber[b] = -ray[a];
            lens(row, RigState.TURN + k);
        }
        for (int k = 0; k < 3; k++) {
            rayByNumber[0] = -inverse * m[k];
            rayByNumber[1] = -inverse * m[3 + k];
            rayByNumber[2] = -inverse * m[6 + k];
            lens(row, RigState.PUPIL + k);
        }
        for (int k = 0; k < LensValues.COUNT; k++) {
            byLens[row * RigState.EACH + RigState.LENS + k] = byValue[k];
            byLens[(row + 1) * RigState.EACH + RigState.LENS + k] = byValue[LensValues.COUNT + k];
        }
        return true;
    }

    /** How the ray changes with how the rig turned, and where it went; {@link #seen} is the point from there. */
    private void pose(int row, double[] m, double[] pose, double inverse) {
        for (int k = 0; k < 3; k++) {
            int a = (k + 1) % 3;
            int b = (k + 2) % 3;
            turn[k] = 0;
            turn[a] = seen[b];
            turn[b] = -seen[a];
            turned(m, turn[0], turn[1], turn[2], rayByNumber);
            pose(row, k);
            turned(m, -inverse * pose[k], -inverse * pose[3 + k], -inverse * pose[6 + k], rayByNumber);
            pose(row, 3 + k);
        }
    }

    private void pose(int row, int column) {
        for (int r = 0; r < 2; r++) {
            byPose[(row + r) * RigState.POSE + column] = along(r);
        }
    }

    /** A direction less its parallax from the rig's way, in the rig's frame where it stood; null is the first stand. */
    private static void inRig(
            double[] pose, double x, double y, double z, double inverse, double[] way, double[] into) {
        if (pose == null) {
            into[0] = x;
            into[1] = y;
            into[2] = z;
        } else {
            turned(pose, x - inverse * way[0], y - inverse * way[1], z - inverse * way[2], into);
        }
    }

    private void own(int row, int column) {
        for (int r = 0; r < 2; r++) {
            byOwn[(row + r) * OWN + column] = along(r);
        }
    }

    private void lens(int row, int column) {
        for (int r = 0; r < 2; r++) {
            byLens[(row + r) * RigState.EACH + column] = along(r);
        }
    }

    private double along(int r) {
        return byRay[3 * r] * rayByNumber[0] + byRay[3 * r + 1] * rayByNumber[1] + byRay[3 * r + 2] * rayByNumber[2];
    }

    private static void turned(double[] m, double x, double y, double z, double[] into) {
        into[0] = m[0] * x + m[1] * y + m[2] * z;
        into[1] = m[3] * x + m[4] * y + m[5] * z;
        into[2] = m[6] * x + m[7] * y + m[8] * z;
    }
}
