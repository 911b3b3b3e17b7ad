package foldback.gauge.rig;

import foldback.core.lens.Lens;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.space.Direction;
import foldback.sim.film.Studio;

/** The places of lens pictures whose directions another lens sees as well, with a rim around; by blocks of pixels. */
final class SharedPlaces {
    private static final int BLOCK = 8;
    /** Pixels beyond the rim of the other lens. */
    private static final double RIM = 30;

    private SharedPlaces() {}

    static Studio.Wanted of(Rig rig) {
        boolean[][] shared = new boolean[rig.lenses().size()][];
        for (int i = 0; i < shared.length; i++) {
            shared[i] = blocks(rig, i);
        }
        return (lens, x, y) -> {
            int across = across(rig.lenses().get(lens).lens());
            return shared[lens][(int) y / BLOCK * across + (int) x / BLOCK];
        };
    }

    private static int across(Lens lens) {
        return lens.frame().width() / BLOCK + 1;
    }

    private static boolean[] blocks(Rig rig, int number) {
        RigLens own = rig.lenses().get(number);
        int across = across(own.lens());
        boolean[] shared = new boolean[across * (own.lens().frame().height() / BLOCK + 1)];
        for (int i = 0; i < shared.length; i++) {
            shared[i] = isShared(rig, own, (i % across + 0.5) * BLOCK, (i / across + 0.5) * BLOCK);
        }
        return shared;
    }

    private static boolean isShared(Rig rig, RigLens own, double x, double y) {
        Direction seen;
        try {
            seen = own.rigFromLens().apply(own.lens().unproject(x, y));
        } catch (IllegalArgumentException nowhere) {
            return true;
        }
        double[] xy = new double[2];
        for (RigLens other : rig.lenses()) {
            if (other == own) {
                continue;
            }
            Direction there = other.rigFromLens().inverse().apply(seen);
            other.lens().project(new double[] {there.x(), there.y(), there.z()}, xy, new double[1], 1);
            if (other.lens().frame().depthInside(xy[0], xy[1]) > -RIM) {
                return true;
            }
        }
        return false;
    }
}
