package foldback.gauge.seam;

import foldback.core.rig.Rig;
import foldback.core.seam.SeamFlow;
import foldback.core.seam.SeamStrip;
import foldback.core.space.Direction;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import java.util.Arrays;

/** How far apart two lenses truly show the same, from how far away things are: what no measure can better. */
final class TrueFlow {
    private static final int NODE = SeamStrip.MULTIPLE;
    private static final int ROUNDS = 8;

    private TrueFlow() {}

    static SeamFlow of(SeamScene scene, SeamStrip strip) {
        int columns = strip.columns() / NODE;
        int rows = strip.rows() / NODE;
        float[] along = new float[columns * rows];
        float[] across = new float[columns * rows];
        float[] sure = new float[columns * rows];
        Arrays.fill(sure, 1);
        Rotation rigFromStrip = strip.rigFromStrip();
        for (int row = 0; row < rows; row++) {
            for (int column = 0; column < columns; column++) {
                double wantedAlong = strip.along(NODE * column + NODE / 2);
                double wantedAcross = strip.across(NODE * row + NODE / 2);
                double share = strip.share(wantedAlong, wantedAcross);
                double atAlong = wantedAlong;
                double atAcross = wantedAcross;
                int node = row * columns + column;
                for (int round = 0; round < ROUNDS; round++) {
                    Direction seen = rigFromStrip.apply(Direction.ofYawPitch(atAlong, atAcross));
                    Position there = at(seen, depth(scene, seen));
                    Direction one = rigFromStrip.inverse().apply(from(scene.known(), strip.first(), there));
                    Direction two = rigFromStrip.inverse().apply(from(scene.known(), strip.second(), there));
                    double v = one.pitch() - two.pitch();
                    double u = wrapped(one.yaw() - two.yaw());
                    across[node] = (float) v;
                    along[node] = (float) u;
                    // What lies there is shown so far from where it is seen from the rig.
                    atAcross += wantedAcross - ((1 - share) * one.pitch() + share * two.pitch());
                    atAlong += wrapped(wantedAlong - (two.yaw() + (1 - share) * u));
                }
            }
        }
        return new SeamFlow(columns, rows, along, across, sure);
    }

    private static double wrapped(double angle) {
        return angle - 2 * Math.PI * Math.rint(angle / (2 * Math.PI));
    }

    private static Position at(Direction seen, double metres) {
        return new Position(metres * seen.x(), metres * seen.y(), metres * seen.z());
    }

    private static Direction from(Rig rig, int lens, Position there) {
        Position pupil = rig.lenses().get(lens).pupil();
        return new Direction(there.x() - pupil.x(), there.y() - pupil.y(), there.z() - pupil.z());
    }

    private static double depth(SeamScene scene, Direction seen) {
        int height = SeamScene.WIDTH / 2;
        int x = Math.floorMod((int) ((seen.yaw() / (2 * Math.PI) + 0.5) * SeamScene.WIDTH), SeamScene.WIDTH);
        int y = Math.max(0, Math.min(height - 1, (int) ((0.5 - seen.pitch() / Math.PI) * height)));
        return scene.depth()[y * SeamScene.WIDTH + x];
    }
}
