package foldback.sim.world;

import java.util.Arrays;
import java.util.Comparator;
import java.util.List;

/** A bounding-volume tree over shapes, split where rays are expected to cost least (surface area heuristic, MacDonald and Booth 1990). */
final class Tree {
    private static final int LEAF = 3;
    private final double[] bounds;
    private final Shape[] shapes;
    private final Tree left;
    private final Tree right;
    /** Along which the children lie; the left one is towards lower values. */
    private final int axis;

    Tree(List<? extends Shape> shapes) {
        this(shapes.toArray(Shape[]::new));
    }

    private Tree(Shape[] all) {
        bounds = around(all, 0, all.length);
        if (all.length <= LEAF) {
            shapes = all;
            left = null;
            right = null;
            axis = 0;
            return;
        }
        Shape[] best = null;
        int split = 0;
        int along = 0;
        double least = Double.POSITIVE_INFINITY;
        for (int i = 0; i < 3; i++) {
            Shape[] sorted = sorted(all, i);
            for (int n = 1; n < sorted.length; n++) {
                double cost =
                        n * area(around(sorted, 0, n)) + (sorted.length - n) * area(around(sorted, n, sorted.length));
                if (cost < least) {
                    least = cost;
                    best = sorted;
                    split = n;
                    along = i;
                }
            }
        }
        shapes = null;
        axis = along;
        left = new Tree(Arrays.copyOfRange(best, 0, split));
        right = new Tree(Arrays.copyOfRange(best, split, best.length));
    }

    private static Shape[] sorted(Shape[] all, int along) {
        Shape[] sorted = all.clone();
        Arrays.sort(sorted, Comparator.comparingDouble(shape -> {
            double[] b = shape.bounds();
            return b[along] + b[3 + along];
        }));
        return sorted;
    }

    private static double[] around(Shape[] shapes, int from, int to) {
        double[] bounds = {Hit.FAR, Hit.FAR, Hit.FAR, -Hit.FAR, -Hit.FAR, -Hit.FAR};
        for (int n = from; n < to; n++) {
            double[] b = shapes[n].bounds();
            for (int i = 0; i < 3; i++) {
                bounds[i] = Math.min(bounds[i], b[i]);
                bounds[3 + i] = Math.max(bounds[3 + i], b[3 + i]);
            }
        }
        return bounds;
    }

    private static double area(double[] b) {
        double x = b[3] - b[0];
        double y = b[4] - b[1];
        double z = b[5] - b[2];
        return x * y + y * z + z * x;
    }

    double[] bounds() {
        return bounds;
    }

    boolean hit(double ox, double oy, double oz, double dx, double dy, double dz, Hit hit) {
        return hit(ox, oy, oz, dx, dy, dz, 1 / dx, 1 / dy, 1 / dz, hit);
    }

    /** The nearer child first: what it holds rules out most of the other. */
    private boolean hit(
            double ox,
            double oy,
            double oz,
            double dx,
            double dy,
            double dz,
            double ix,
            double iy,
            double iz,
            Hit hit) {
        if (!crosses(bounds, 0, ox, oy, oz, ix, iy, iz, hit.distance)) {
            return false;
        }
        boolean found = false;
        if (shapes != null) {
            for (Shape shape : shapes) {
                found |= shape.hit(ox, oy, oz, dx, dy, dz, hit);
            }
            return found;
        }
        boolean forward = (axis == 0 ? dx : axis == 1 ? dy : dz) >= 0;
        found = (forward ? left : right).hit(ox, oy, oz, dx, dy, dz, ix, iy, iz, hit);
        return (forward ? right : left).hit(ox, oy, oz, dx, dy, dz, ix, iy, iz, hit) | found;
    }

    /** Whether a ray comes as near as a margin to the box of any leaf: rules out most rays at little cost. */
    boolean mayMeet(double ox, double oy, double oz, double dx, double dy, double dz, double margin) {
        if (!crosses(bounds, margin, ox, oy, oz, 1 / dx, 1 / dy, 1 / dz, Hit.FAR)) {
            return false;
        }
        return shapes != null
                || left.mayMeet(ox, oy, oz, dx, dy, dz, margin)
                || right.mayMeet(ox, oy, oz, dx, dy, dz, margin);
    }

    private static boolean crosses(
            double[] b, double margin, double ox, double oy, double oz, double ix, double iy, double iz, double most) {
        double t0 = (b[0] - margin - ox) * ix;
        double t1 = (b[3] + margin - ox) * ix;
        double near = Math.min(t0, t1);
        double far = Math.max(t0, t1);
        t0 = (b[1] - margin - oy) * iy;
        t1 = (b[4] + margin - oy) * iy;
        near = Math.max(near, Math.min(t0, t1));
        far = Math.min(far, Math.max(t0, t1));
        t0 = (b[2] - margin - oz) * iz;
        t1 = (b[5] + margin - oz) * iz;
        near = Math.max(near, Math.min(t0, t1));
        far = Math.min(far, Math.max(t0, t1));
        return far >= Math.max(near, 0) && near < most;
    }

    /** Where a ray is inside a box, from and to, or null. */
    static double[] slab(double[] b, double ox, double oy, double oz, double dx, double dy, double dz, double most) {
        double t0 = (b[0] - ox) / dx;
        double t1 = (b[3] - ox) / dx;
        double near = Math.max(0, Math.min(t0, t1));
        double far = Math.min(most, Math.max(t0, t1));
        t0 = (b[1] - oy) / dy;
        t1 = (b[4] - oy) / dy;
        near = Math.max(near, Math.min(t0, t1));
        far = Math.min(far, Math.max(t0, t1));
        t0 = (b[2] - oz) / dz;
        t1 = (b[5] - oz) / dz;
        near = Math.max(near, Math.min(t0, t1));
        far = Math.min(far, Math.max(t0, t1));
        return near < far ? new double[] {near, far} : null;
    }

    /** Whether anything stands between a place and the distance. */
    boolean blocks(double ox, double oy, double oz, double dx, double dy, double dz, Hit scratch) {
        return blocks(ox, oy, oz, dx, dy, dz, 1 / dx, 1 / dy, 1 / dz, scratch);
    }

    private boolean blocks(
            double ox,
            double oy,
            double oz,
            double dx,
            double dy,
            double dz,
            double ix,
            double iy,
            double iz,
            Hit scratch) {
        if (!crosses(bounds, 0, ox, oy, oz, ix, iy, iz, Hit.FAR)) {
            return false;
        }
        if (shapes == null) {
            return left.blocks(ox, oy, oz, dx, dy, dz, ix, iy, iz, scratch)
                    || right.blocks(ox, oy, oz, dx, dy, dz, ix, iy, iz, scratch);
        }
        scratch.clear();
        for (Shape shape : shapes) {
            if (shape.hit(ox, oy, oz, dx, dy, dz, scratch)) {
                return true;
            }
        }
        return false;
    }
}
