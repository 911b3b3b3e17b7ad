package foldback.sim.world;

import java.util.Arrays;
import java.util.Comparator;
import java.util.List;

/** A bounding-volume tree over shapes, split where rays are expected to cost least (surface area heuristic, MacDonald and Booth 1990). */
final class Tree {
    private static final int LEAF = 3;
    private static final int BOX = 6;
    /** No tree is deeper. */
    private static final int DEEPEST = 64;

    /** Least and most x, y, z of each node; its children lie behind it, the nearer the lower along its axis. */
    private final double[] boxes;

    private final int[] axes;
    /** Of each node the child towards higher values, the other being the next node; 0 where it is a leaf. */
    private final int[] higher;

    private final Shape[][] leaves;

    Tree(List<? extends Shape> shapes) {
        int most = 2 * Math.max(1, shapes.size());
        boxes = new double[BOX * most];
        axes = new int[most];
        higher = new int[most];
        leaves = new Shape[most][];
        build(shapes.toArray(Shape[]::new), 0);
    }

    /** Where a ray still has to look; one a thread. */
    static final class Stack {
        private final int[] nodes = new int[DEEPEST];
    }

    /** Builds a node and all below it; gives the first number that is free behind them. */
    private int build(Shape[] all, int node) {
        double[] bounds = nothing();
        for (Shape shape : all) {
            widen(bounds, shape.bounds());
        }
        System.arraycopy(bounds, 0, boxes, BOX * node, BOX);
        if (all.length <= LEAF) {
            leaves[node] = all;
            return node + 1;
        }
        Shape[] best = null;
        int split = 0;
        double least = Double.POSITIVE_INFINITY;
        for (int i = 0; i < 3; i++) {
            Shape[] sorted = sorted(all, i);
            double[] after = areasFrom(sorted);
            double[] before = nothing();
            for (int n = 1; n < sorted.length; n++) {
                widen(before, sorted[n - 1].bounds());
                double cost = n * area(before) + (sorted.length - n) * after[n];
                if (cost < least) {
                    least = cost;
                    best = sorted;
                    split = n;
                    axes[node] = i;
                }
            }
        }
        higher[node] = build(Arrays.copyOfRange(best, 0, split), node + 1);
        return build(Arrays.copyOfRange(best, split, best.length), higher[node]);
    }

    /** The areas of what is around each shape and all behind it. */
    private static double[] areasFrom(Shape[] sorted) {
        double[] areas = new double[sorted.length];
        double[] bounds = nothing();
        for (int n = sorted.length - 1; n >= 0; n--) {
            widen(bounds, sorted[n].bounds());
            areas[n] = area(bounds);
        }
        return areas;
    }

    private static Shape[] sorted(Shape[] all, int along) {
        Shape[] sorted = all.clone();
        Arrays.sort(sorted, Comparator.comparingDouble(shape -> {
            double[] b = shape.bounds();
            return b[along] + b[3 + along];
        }));
        return sorted;
    }

    private static double[] nothing() {
        return new double[] {Hit.FAR, Hit.FAR, Hit.FAR, -Hit.FAR, -Hit.FAR, -Hit.FAR};
    }

    private static void widen(double[] bounds, double[] by) {
        for (int i = 0; i < 3; i++) {
            bounds[i] = Math.min(bounds[i], by[i]);
            bounds[3 + i] = Math.max(bounds[3 + i], by[3 + i]);
        }
    }

    private static double area(double[] b) {
        double x = b[3] - b[0];
        double y = b[4] - b[1];
        double z = b[5] - b[2];
        return x * y + y * z + z * x;
    }

    /** Least x, y, z and most x, y, z. */
    double[] bounds() {
        return Arrays.copyOf(boxes, BOX);
    }

    /** The nearer child first: what it holds rules out most of the other. */
    boolean hit(double ox, double oy, double oz, double dx, double dy, double dz, Hit hit) {
        double ix = 1 / dx;
        double iy = 1 / dy;
        double iz = 1 / dz;
        int[] open = hit.stack.nodes;
        open[0] = 0;
        boolean found = false;
        for (int count = 1; count > 0; ) {
            int node = open[--count];
            if (!crosses(boxes, BOX * node, 0, ox, oy, oz, ix, iy, iz, hit.distance)) {
                continue;
            }
            if (higher[node] == 0) {
                for (Shape shape : leaves[node]) {
                    found |= shape.hit(ox, oy, oz, dx, dy, dz, hit);
                }
                continue;
            }
            boolean forward = (axes[node] == 0 ? dx : axes[node] == 1 ? dy : dz) >= 0;
            open[count++] = forward ? higher[node] : node + 1;
            open[count++] = forward ? node + 1 : higher[node];
        }
        return found;
    }

    /** Whether a ray comes as near as a margin to the box of any leaf: rules out most rays at little cost. */
    boolean mayMeet(double ox, double oy, double oz, double dx, double dy, double dz, double margin) {
        return mayMeet(0, ox, oy, oz, 1 / dx, 1 / dy, 1 / dz, margin);
    }

    private boolean mayMeet(int node, double ox, double oy, double oz, double ix, double iy, double iz, double margin) {
        return crosses(boxes, BOX * node, margin, ox, oy, oz, ix, iy, iz, Hit.FAR)
                && (higher[node] == 0
                        || mayMeet(node + 1, ox, oy, oz, ix, iy, iz, margin)
                        || mayMeet(higher[node], ox, oy, oz, ix, iy, iz, margin));
    }

    private static boolean crosses(
            double[] b,
            int at,
            double margin,
            double ox,
            double oy,
            double oz,
            double ix,
            double iy,
            double iz,
            double most) {
        double t0 = (b[at] - margin - ox) * ix;
        double t1 = (b[at + 3] + margin - ox) * ix;
        double near = Math.min(t0, t1);
        double far = Math.max(t0, t1);
        t0 = (b[at + 1] - margin - oy) * iy;
        t1 = (b[at + 4] + margin - oy) * iy;
        near = Math.max(near, Math.min(t0, t1));
        far = Math.min(far, Math.max(t0, t1));
        t0 = (b[at + 2] - margin - oz) * iz;
        t1 = (b[at + 5] + margin - oz) * iz;
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
        double ix = 1 / dx;
        double iy = 1 / dy;
        double iz = 1 / dz;
        int[] open = scratch.stack.nodes;
        open[0] = 0;
        scratch.clear();
        for (int count = 1; count > 0; ) {
            int node = open[--count];
            if (!crosses(boxes, BOX * node, 0, ox, oy, oz, ix, iy, iz, Hit.FAR)) {
                continue;
            }
            if (higher[node] == 0) {
                for (Shape shape : leaves[node]) {
                    if (shape.hit(ox, oy, oz, dx, dy, dz, scratch)) {
                        return true;
                    }
                }
                continue;
            }
            open[count++] = higher[node];
            open[count++] = node + 1;
        }
        return false;
    }
}
