package foldback.core.match;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.lens.FisheyeLens;
import foldback.core.lens.LensFrame;
import foldback.core.lens.RectilinearLens;
import foldback.core.rig.RigLens;
import foldback.core.space.Direction;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class NeighbourhoodTest {
    private static final LensFrame FRAME = new LensFrame(1000, 1000, 503, 497, Optional.empty());
    private static final RigLens WIDE =
            new RigLens("A", new FisheyeLens(FRAME, 300, -0.02, 0, 0, 0), Rotation.IDENTITY, new Position(0, 0, 0));
    private static final RigLens FLAT = new RigLens(
            "B",
            new RectilinearLens(FRAME, 600, 0.01, 0, 0, 0, 0),
            Rotation.ofYawPitchRoll(0.7, 0.2, 1.1),
            new Position(0, 0, 0));

    private static double[] seen(RigLens lens, Direction there) {
        Direction ray = lens.rigFromLens().inverse().apply(there);
        double[] xy = new double[2];
        lens.lens().project(new double[] {ray.x(), ray.y(), ray.z()}, xy, new double[1], 1);
        return xy;
    }

    @Test
    void smallMovesGoWhereTheOtherLensSeesThem() {
        Direction there = Direction.ofYawPitch(0.75, 0.1);
        double[] a = seen(WIDE, there);
        double[] b = seen(FLAT, there);
        double[] map = Neighbourhood.map(WIDE, a[0], a[1], FLAT, b[0], b[1]);
        for (double turn = 0; turn < 6; turn += 1) {
            double dx = 0.3 * Math.cos(turn);
            double dy = 0.3 * Math.sin(turn);
            Direction moved = WIDE.lens().unproject(a[0] + dx, a[1] + dy);
            double[] xy = seen(FLAT, moved);
            assertThat(b[0] + map[0] * dx + map[1] * dy).isCloseTo(xy[0], within(2e-3));
            assertThat(b[1] + map[2] * dx + map[3] * dy).isCloseTo(xy[1], within(2e-3));
        }
    }

    @Test
    void whereALensModelSaysNothingBothSeeAlike() {
        RigLens ends =
                new RigLens("C", new FisheyeLens(FRAME, 100, -0.3, 0, 0, 0), Rotation.IDENTITY, new Position(0, 0, 0));
        assertThat(Neighbourhood.map(ends, 990, 990, FLAT, 500, 500)).containsExactly(1, 0, 0, 1);
    }
}
