package foldback.sim.world;

import java.util.Arrays;
import java.util.Comparator;
import java.util.List;

/** A bounding-volume tree over shapes. */
final class Tree {
    private static final int LEAF = 3;
    private final double[] bounds;
    private final Shape[] shapes;
    private final Tree left;
    private final Tree right;

    Tree(List<? extends Shape> shapes) {
        this(shapes.toArray(Shape[]::new));
    }

    private Tree(Shape[] all) {
        bounds = new double[] {Hit.FAR, Hit.FAR, Hit.FAR, -Hit.FAR, -Hit.FAR, -Hit.FAR};
        for (Shape shape : all) {
            double[] b = shape.bounds();
            for (int i = 0; i < 3; i++) {
                bounds[i] = Math.min(bounds[i], b[i]);
                bounds[3 + i] = Math.max(bounds[3 + i], b[3 + i]);
            }
        }
        if (all.length <= LEAF) {
            shapes = all;
            left = null;
            right = null;
            return;
        }
        int axis = 0;
        for (int i = 1; i < 3; i++) {
            axis = bounds[3 + i] - bounds[i] > bounds[3 + axis] - bounds[axis] ? i : axis;
        }
        int along = axis;
        Shape[] sorted = all.clone();
        Arrays.sort(sorted, Comparator.comparingDouble(shape -> {
            double[] b = shape.bounds();
            return b[along] + b[3 + along];
        }));
        shapes = null;
        left = new Tree(Arrays.copyOfRange(sorted, 0, sorted.length / 2));
        right = new Tree(Arrays.copyOfRange(sorted, sorted.length / 2, sorted.length));
    }

    double[] bounds() {
        return bounds;
    }

    boolean hit(double ox, double oy, double oz, double dx, double dy, double dz, Hit hit) {
        if (!crosses(bounds, 0, ox, oy, oz, dx, dy, dz, hit.distance)) {
            return false;
        }
        boolean found = false;
        if (shapes != null) {
            for (Shape shape : shapes) {
                found |= shape.hit(ox, oy, oz, dx, dy, dz, hit);
            }
            return found;
        }
        found = left.hit(ox, oy, oz, dx, dy, dz, hit);
        return right.hit(ox, oy, oz, dx, dy, dz, hit) | found;
    }

    /** Whether a ray comes as near as a margin to the box of any leaf: rules out most rays at little cost. */
    boolean mayMeet(double ox, double oy, double oz, double dx, double dy, double dz, double margin) {
        if (!crosses(bounds, margin, ox, oy, oz, dx, dy, dz, Hit.FAR)) {
            return false;
        }
        return shapes != null
                || left.mayMeet(ox, oy, oz, dx, dy, dz, margin)
                || right.mayMeet(ox, oy, oz, dx, dy, dz, margin);
    }

    private static boolean crosses(
            double[] b, double margin, double ox, double oy, double oz, double dx, double dy, double dz, double most) {
        double ix = 1 / dx;
        double t0 = (b[0] - margin - ox) * ix;
        double t1 = (b[3] + margin - ox) * ix;
        double near = Math.min(t0, t1);
        double far = Math.max(t0, t1);
        double iy = 1 / dy;
        t0 = (b[1] - margin - oy) * iy;
        t1 = (b[4] + margin - oy) * iy;
        near = Math.max(near, Math.min(t0, t1));
        far = Math.min(far, Math.max(t0, t1));
        double iz = 1 / dz;
        t0 = (b[2] - margin - oz) * iz;
        t1 = (b[5] + margin - oz) * iz;
        near = Math.max(near, Math.min(t0, t1));
        far = Math.min(far, Math.max(t0, t1));
        return far >= Math.max(near, 0) && near < most;
    }

    /** Where a ray is inside a box, from and to, or null. */
    static double[] slab(double[] b, double ox, double oy, double oz, double dx, double dy, double dz, double most) {
        double near = 0;
        double far = most;
        double[] o = {ox, oy, oz};
        double[] d = {dx, dy, dz};
        for (int i = 0; i < 3; i++) {
            double t0 = (b[i] - o[i]) / d[i];
            double t1 = (b[3 + i] - o[i]) / d[i];
            near = Math.max(near, Math.min(t0, t1));
            far = Math.min(far, Math.max(t0, t1));
        }
        return near < far ? new double[] {near, far} : null;
    }

    /** Whether anything stands between a place and the distance. */
    boolean blocks(double ox, double oy, double oz, double dx, double dy, double dz, Hit scratch) {
        scratch.clear();
        return hit(ox, oy, oz, dx, dy, dz, scratch);
    }
}
