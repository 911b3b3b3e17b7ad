package foldback.sim.world;

import foldback.sim.world.Materials.Surface;
import java.util.ArrayList;
import java.util.List;

/** Everything that stands still on the Marlpan saltworks, built by a fixed seed. */
final class Scene {
    /** Height of the drying shed's floor of bricks, y down, metres. */
    static final double SHED_FLOOR = -0.38;

    final List<Shape> shapes = new ArrayList<>();
    private int nextId;
    private final TileNoise lumps;

    Scene(TileNoise lumps) {
        this.lumps = lumps;
        posts();
        sluice(-1.95, 2.6, 0.10);
        sluice(2.05, -4.4, 0.06);
        rail();
        cart(4.6, 7.4);
        heaps();
        shed(-7.5, 12.0, 0.32);
        windPump(24, -52);
        farDyke();
        barrow();
        bench(-8.75, 11.0, 0.32);
    }

    private int id() {
        return nextId++;
    }

    private double random(int salt, int i) {
        return TileNoise.hash(977 + salt, i, salt * 31L);
    }

    private void posts() {
        for (int i = -7; i <= 7; i++) {
            for (int side = -1; side <= 1; side += 2) {
                if (i == 0 && side > 0) {
                    continue;
                }
                double x = side * (1.42 + 0.06 * random(1, i));
                double z = 3.9 * i + 0.9 * side + 0.5 * random(2, i);
                double top = -0.75 - 0.45 * random(3, 2 * i + side);
                double lean = 0.05 * (random(4, 3 * i + side) - 0.5);
                shapes.add(new Rod(x, 0.25, z, x + lean, top, z + lean, 0.062, 0.055, Surface.OLD_WOOD, id()));
                // A rope's iron ring.
                shapes.add(
                        new Rod(x + lean, top + 0.09, z, x + lean, top + 0.12, z, 0.066, 0.066, Surface.STEEL, id()));
            }
        }
    }

    /** Two posts with grooves, boards between, a beam on top and the lifting bar. */
    private void sluice(double x, double z, double yaw) {
        for (int side = -1; side <= 1; side += 2) {
            double px = x + side * 0.62 * Math.cos(yaw);
            double pz = z - side * 0.62 * Math.sin(yaw);
            shapes.add(new Block(px, -0.45, pz, 0.085, 0.85, 0.085, yaw, Surface.OLD_WOOD, id()));
        }
        for (int i = 0; i < 5; i++) {
            double y = 0.25 - 0.165 * i;
            shapes.add(new Block(x, y, z, 0.54, 0.079, 0.025, yaw + 0.004 * (i % 2), Surface.WOOD, id()));
        }
        shapes.add(new Block(x, -1.34, z, 0.80, 0.055, 0.075, yaw, Surface.OLD_WOOD, id()));
        shapes.add(new Block(x, -0.95, z, 0.045, 0.55, 0.03, yaw, Surface.WOOD, id()));
        shapes.add(new Rod(x - 0.22, -1.15, z - 0.06, x + 0.22, -1.15, z - 0.06, 0.018, 0.018, Surface.STEEL, id()));
    }

    private void rail() {
        for (int side = -1; side <= 1; side += 2) {
            shapes.add(new Block(Ground.RAIL_X + side * 0.3, -0.10, 4, 0.025, 0.04, 34, 0, Surface.STEEL, id()));
        }
        for (int i = -40; i < 40; i++) {
            shapes.add(new Block(
                    Ground.RAIL_X,
                    -0.02,
                    4 + 0.8 * i,
                    0.48,
                    0.045,
                    0.09,
                    0.05 * (random(5, i) - 0.5),
                    Surface.OLD_WOOD,
                    id()));
        }
    }

    private void cart(double x, double z) {
        for (int side = -1; side <= 1; side += 2) {
            for (int end = -1; end <= 1; end += 2) {
                double wx = x + side * 0.3;
                double wz = z + end * 0.4;
                shapes.add(new Rod(wx - 0.03, -0.28, wz, wx + 0.03, -0.28, wz, 0.15, 0.15, Surface.STEEL, id()));
            }
            for (int board = 0; board < 3; board++) {
                shapes.add(
                        new Block(x + side * 0.46, -0.55 - 0.17 * board, z, 0.02, 0.08, 0.75, 0, Surface.WOOD, id()));
                shapes.add(
                        new Block(x, -0.55 - 0.17 * board, z + side * 0.76, 0.46, 0.08, 0.02, 0, Surface.WOOD, id()));
            }
        }
        shapes.add(new Block(x, -0.43, z, 0.46, 0.03, 0.76, 0, Surface.OLD_WOOD, id()));
        shapes.add(new MovedHeap(new Heap(x, z, 0.62, 0.5, lumps, id()), 0.62));
    }

    private void heaps() {
        double[][] places = {
            {-5.2, 5.0, 1.5, 1.05},
            {-8.6, 3.1, 1.9, 1.35},
            {7.6, 4.4, 1.7, 1.2},
            {9.8, 7.9, 2.2, 1.6},
            {7.1, -6.2, 1.6, 1.1},
            {-6.4, -5.3, 1.8, 1.25},
            {-10.2, -8.0, 2.3, 1.7},
            {13.5, -3.1, 2.0, 1.5},
            {-14.8, 0.8, 2.1, 1.5},
            {16.5, 14, 2.6, 2.0},
            {-17, 17, 2.4, 1.8},
            {22, -14, 2.8, 2.1},
            {-24, -15, 2.9, 2.2},
            {28, 5, 2.5, 1.9},
            {-33, 6, 2.9, 2.2},
            {12, 31, 2.7, 2.0},
            {-12, 36, 3.0, 2.3},
            {15, -33, 2.7, 2.1},
            {-18, -37, 3.0, 2.3}
        };
        for (double[] p : places) {
            shapes.add(new Heap(p[0], p[1], p[2], p[3], lumps, id()));
        }
    }

    /** A drying shed: brick footing, upright slats with gaps, posts, and a pitched roof of boards. */
    private void shed(double x, double z, double yaw) {
        double c = Math.cos(yaw);
        double s = Math.sin(yaw);
        double halfLong = 3.6;
        double halfWide = 2.1;
        shapes.add(new Block(x, -0.05, z, halfLong + 0.08, 0.33, halfWide + 0.08, yaw, Surface.BRICK, id()));
        for (int wall = -1; wall <= 1; wall += 2) {
            for (int i = 0; i < 46; i++) {
                double along = -halfLong + 0.08 + i * (2 * halfLong - 0.16) / 45;
                slat(x, z, c, s, yaw, along, wall * halfWide, i + wall * 100);
            }
            for (int i = 0; i < 26; i++) {
                double across = -halfWide + 0.08 + i * (2 * halfWide - 0.16) / 25;
                double px = x + c * wall * halfLong + s * across;
                double pz = z - s * wall * halfLong + c * across;
                shapes.add(new Block(px, -1.45, pz, 0.018, 1.12, 0.052, yaw, Surface.WOOD, id()));
            }
        }
        for (int row = 0; row < 9; row++) {
            for (int side = -1; side <= 1; side += 2) {
                double across = side * (2.42 - row * 0.285);
                double y = -2.56 - row * 0.165;
                shapes.add(new Block(
                        x + s * across, y, z + c * across, halfLong + 0.35, 0.05, 0.19, yaw, Surface.ROOF, id()));
            }
        }
        for (int end = -1; end <= 1; end += 2) {
            for (int row = 0; row < 8; row++) {
                double wide = 2.05 - row * 0.26;
                double px = x + c * end * (halfLong - 0.05);
                double pz = z - s * end * (halfLong - 0.05);
                shapes.add(new Block(px, -2.62 - row * 0.165, pz, 0.02, 0.085, wide, yaw, Surface.WOOD, id()));
            }
        }
    }

    private void slat(double x, double z, double c, double s, double yaw, double along, double across, int i) {
        if (across < 0 && Math.abs(along) < 0.55) {
            return; // the door
        }
        double jitter = 0.012 * (random(6, i) - 0.5);
        double px = x + c * (along + jitter) + s * across;
        double pz = z - s * (along + jitter) + c * across;
        shapes.add(new Block(px, -1.45, pz, 0.052, 1.12, 0.018, yaw + 0.02 * (random(7, i) - 0.5), Surface.WOOD, id()));
    }

    private void windPump(double x, double z) {
        double top = -11.5;
        for (int leg = 0; leg < 4; leg++) {
            double sx = leg % 2 == 0 ? -1 : 1;
            double sz = leg < 2 ? -1 : 1;
            shapes.add(new Rod(
                    x + 1.7 * sx,
                    0,
                    z + 1.7 * sz,
                    x + 0.25 * sx,
                    top,
                    z + 0.25 * sz,
                    0.09,
                    0.07,
                    Surface.OLD_WOOD,
                    id()));
        }
        for (int level = 1; level < 5; level++) {
            double y = top * level / 5.0;
            double w = 1.7 - 1.45 * level / 5.0;
            for (int side = -1; side <= 1; side += 2) {
                shapes.add(new Block(x, y, z + side * w, w, 0.05, 0.05, 0, Surface.OLD_WOOD, id()));
                shapes.add(new Block(x + side * w, y, z, 0.05, 0.05, w, 0, Surface.OLD_WOOD, id()));
            }
        }
        shapes.add(new Block(x - 0.8, top - 0.3, z - 2.0, 0.04, 0.5, 1.0, 0.3, Surface.ROOF, id()));
    }

    /** Trees, roofs and a chimney on the last dyke, small at the horizon. */
    private void farDyke() {
        for (int i = 0; i < 240; i++) {
            double bearing = 2 * Math.PI * i / 240 + 0.02 * random(8, i);
            double far = 250 + 90 * random(9, i);
            double x = far * Math.sin(bearing);
            double z = far * Math.cos(bearing);
            boolean village = i > 28 && i < 52;
            double density = 0.35 + 0.65 * Math.max(0, Math.sin(bearing * 3 + 1));
            if (village) {
                double h = 2.2 + 1.6 * random(10, i);
                shapes.add(new Block(x, -h / 2, z, 3.2 + 2 * random(11, i), h / 2, 3, bearing, Surface.PLASTER, id()));
                shapes.add(new Block(x, -h - 0.7, z, 3.6 + 2 * random(11, i), 0.8, 2.0, bearing, Surface.ROOF, id()));
            } else if (random(12, i) < density) {
                double h = 3.5 + 4.5 * random(13, i);
                for (int k = 0; k < 3; k++) {
                    double ox = 2.2 * (random(14, 3 * i + k) - 0.5);
                    shapes.add(new Rod(
                            x + ox,
                            -h * 0.45,
                            z,
                            x + ox * 1.4,
                            -h * (0.7 + 0.25 * random(15, 3 * i + k)),
                            z,
                            h * 0.24,
                            h * 0.17,
                            Surface.LEAVES,
                            id()));
                }
                shapes.add(new Rod(x, 0, z, x, -h * 0.5, z, 0.25, 0.2, Surface.OLD_WOOD, id()));
            }
            double step = 2 * Math.PI * far / 240;
            shapes.add(new Block(x, -0.35, z, step, 0.5, 3, bearing, Surface.LEAVES, id()));
        }
        shapes.add(new Rod(190, 0, 185, 190, -19, 185, 1.2, 0.8, Surface.BRICK, id()));
    }

    /** A wheelbarrow and a stack of crates near the path. */
    private void barrow() {
        double x = 1.0;
        double z = -2.3;
        shapes.add(new Rod(x - 0.6, -0.42, z - 0.22, x + 0.62, -0.20, z - 0.13, 0.022, 0.022, Surface.OLD_WOOD, id()));
        shapes.add(new Rod(x - 0.6, -0.42, z + 0.22, x + 0.62, -0.20, z + 0.13, 0.022, 0.022, Surface.OLD_WOOD, id()));
        shapes.add(new Rod(x + 0.66, -0.20, z - 0.03, x + 0.66, -0.20, z + 0.03, 0.17, 0.17, Surface.STEEL, id()));
        shapes.add(new Block(x + 0.05, -0.45, z, 0.36, 0.015, 0.24, 0, Surface.WOOD, id()));
        shapes.add(new Block(x + 0.05, -0.55, z - 0.25, 0.36, 0.11, 0.014, 0, Surface.WOOD, id()));
        shapes.add(new Block(x + 0.05, -0.55, z + 0.25, 0.36, 0.11, 0.014, 0, Surface.WOOD, id()));
        shapes.add(new Block(x + 0.40, -0.55, z, 0.014, 0.11, 0.25, 0, Surface.WOOD, id()));
        shapes.add(new Rod(x - 0.3, -0.42, z - 0.2, x - 0.33, 0.02, z - 0.21, 0.02, 0.02, Surface.OLD_WOOD, id()));
        shapes.add(new Rod(x - 0.3, -0.42, z + 0.2, x - 0.33, 0.02, z + 0.21, 0.02, 0.02, Surface.OLD_WOOD, id()));
        shapes.add(new MovedHeap(new Heap(x + 0.05, z, 0.33, 0.26, lumps, id()), 0.44));
        for (int i = 0; i < 3; i++) {
            crate(-1.0 + 0.05 * (i % 2), -0.14 - 0.27 * i, -1.9, 0.25 + 0.3 * i);
        }
    }

    /** The bench in the drying shed, with a crate and a post on it. */
    private void bench(double x, double z, double yaw) {
        double c = Math.cos(yaw);
        double s = Math.sin(yaw);
        double top = SHED_FLOOR - 0.82;
        shapes.add(new Block(x, top, z, 0.32, 0.025, 0.62, yaw, Surface.WOOD, id()));
        for (int side = -1; side <= 1; side += 2) {
            for (int end = -1; end <= 1; end += 2) {
                double px = x + c * 0.26 * side + s * 0.55 * end;
                double pz = z - s * 0.26 * side + c * 0.55 * end;
                shapes.add(new Block(px, SHED_FLOOR - 0.4, pz, 0.035, 0.4, 0.035, yaw, Surface.OLD_WOOD, id()));
            }
        }
        crate(x + s * 0.25, top - 0.15, z + c * 0.25, yaw + 0.5);
        shapes.add(new Rod(
                x - s * 0.3, top, z - c * 0.3, x - s * 0.3, top - 0.24, z - c * 0.3, 0.05, 0.06, Surface.STEEL, id()));
    }

    /** An open crate of thin boards. */
    private void crate(double x, double y, double z, double yaw) {
        double c = Math.cos(yaw);
        double s = Math.sin(yaw);
        for (int side = -1; side <= 1; side += 2) {
            for (int board = 0; board < 2; board++) {
                double by = y + 0.07 - 0.13 * board;
                shapes.add(new Block(
                        x + s * 0.2 * side, by, z + c * 0.2 * side, 0.3, 0.055, 0.01, yaw, Surface.WOOD, id()));
                shapes.add(new Block(
                        x + c * 0.29 * side, by, z - s * 0.29 * side, 0.01, 0.055, 0.2, yaw, Surface.WOOD, id()));
            }
        }
        shapes.add(new Block(x, y + 0.11, z, 0.28, 0.01, 0.19, yaw, Surface.OLD_WOOD, id()));
    }

    /** A heap that lies on something: raised by some metres. */
    private record MovedHeap(Heap heap, double up) implements Shape {
        @Override
        public double[] bounds() {
            double[] b = heap.bounds();
            // Only what shows over the rim of what carries it.
            return new double[] {b[0], b[1] - up, b[2], b[3], -up, b[5]};
        }

        @Override
        public boolean hit(double ox, double oy, double oz, double dx, double dy, double dz, Hit hit) {
            double[] range = Tree.slab(bounds(), ox, oy, oz, dx, dy, dz, hit.distance);
            return range != null && heap.hit(ox, oy + up, oz, dx, dy, dz, hit);
        }
    }
}
