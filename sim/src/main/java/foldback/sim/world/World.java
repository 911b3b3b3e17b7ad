package foldback.sim.world;

import java.util.List;

/**
 * The place as light: what comes along a ray. Immutable; safe for many threads with a {@link Tracer} each.
 */
public final class World {
    private static final double SUN_WIDTH = 0.012;
    final TileNoise broad = new TileNoise(11, 4, 6);
    final TileNoise fine = new TileNoise(23, 16, 5);
    final TileNoise grit = new TileNoise(37, 48, 4);
    final Sky sky = new Sky(new TileNoise(51, 3, 7));
    final Ground ground = new Ground(broad, grit);
    final Tree still = new Tree(new Scene(fine).shapes);

    /** What moves, at one instant. */
    public static final class Moment {
        final Tree[] groups;

        private Moment(List<List<Shape>> shapes) {
            groups = shapes.stream().map(Tree::new).toArray(Tree[]::new);
        }

        /** How many groups there are. */
        public int count() {
            return groups.length;
        }

        /** Writes the middle of a group and the radius of a ball around it. */
        public void reach(int group, double[] middleAndRadius) {
            double[] b = groups[group].bounds();
            double squared = 0;
            for (int i = 0; i < 3; i++) {
                middleAndRadius[i] = (b[i] + b[3 + i]) / 2;
                squared += (b[3 + i] - b[i]) * (b[3 + i] - b[i]) / 4;
            }
            middleAndRadius[3] = Math.sqrt(squared);
        }

        /** Whether a ray may come as near as a margin to a group, metres. */
        public boolean mayMeet(
                int group, double ox, double oy, double oz, double dx, double dy, double dz, double margin) {
            return groups[group].mayMeet(ox, oy, oz, dx, dy, dz, margin);
        }

        /** Whether a group may shade a place; the sun's disc is counted in. */
        public boolean mayShade(int group, double[] ball, double x, double y, double z) {
            double margin =
                    SUN_WIDTH * (2 * ball[3] + Math.abs(ball[0] - x) + Math.abs(ball[1] - y) + Math.abs(ball[2] - z));
            return mayShade(ball, x, y, z) && mayMeet(group, x, y, z, Sky.SUN[0], Sky.SUN[1], Sky.SUN[2], margin);
        }

        /** Whether a ball may stand between a place and the sun. */
        private boolean mayShade(double[] ball, double x, double y, double z) {
            double wx = ball[0] - x;
            double wy = ball[1] - y;
            double wz = ball[2] - z;
            double along = wx * Sky.SUN[0] + wy * Sky.SUN[1] + wz * Sky.SUN[2];
            double across = wx * wx + wy * wy + wz * wz - along * along;
            return along > -ball[3] && across < ball[3] * ball[3];
        }
    }

    /** What moves at a time, seconds. */
    public Moment at(double time) {
        return new Moment(Rakers.at(time));
    }
}
