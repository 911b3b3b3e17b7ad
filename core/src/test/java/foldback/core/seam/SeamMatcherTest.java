package foldback.core.seam;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.space.Direction;
import foldback.core.space.Position;
import foldback.core.warp.RayShift;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** A pixel of these lenses is 0.28 degrees wide. */
class SeamMatcherTest {
    private static final double FAR = Double.POSITIVE_INFINITY;

    private record Measured(Rig rig, SeamStrip strip, SeamFlow flow, List<RayShift> shifts) {}

    private static Measured measure(Room room, double apart) {
        Rig rig = Room.rig(apart);
        List<SeamStrip> strips = SeamStrip.of(rig, FAR, SeamSettings.DEFAULT);
        assertThat(strips).hasSize(1);
        SeamMatcher matcher = new SeamMatcher(rig, strips.get(0), FAR, SeamSettings.DEFAULT);
        SeamFlow flow = matcher.measure(
                room.seen(rig.lenses().get(0)), room.seen(rig.lenses().get(1)));
        return new Measured(rig, strips.get(0), flow, SeamShift.of(rig, strips, List.of(flow)));
    }

    /** The angle between what both lenses show at places along the strip: seen from the rig, radians, in order of size. */
    private static double[] apart(Room room, Measured measured, boolean shifted, double widest) {
        return IntStream.range(0, 400)
                .mapToDouble(n -> {
                    double column = n * measured.strip().columns() / 400.0;
                    double across = widest * ((n * 7) % 11 - 5) / 5;
                    Direction at =
                            measured.strip().direction(column, measured.strip().row(across));
                    Position one = shown(room, measured, 0, at, shifted);
                    Position two = shown(room, measured, 1, at, shifted);
                    return new Direction(one.x(), one.y(), one.z()).angleTo(new Direction(two.x(), two.y(), two.z()));
                })
                .sorted()
                .toArray();
    }

    private static Position shown(Room room, Measured measured, int number, Direction at, boolean shifted) {
        double[] ray = {at.x(), at.y(), at.z()};
        if (shifted) {
            measured.shifts().get(number).shift(ray, 1);
        }
        RigLens lens = measured.rig().lenses().get(number);
        return room.hit(lens.pupil(), new Direction(ray[0], ray[1], ray[2]));
    }

    @Test
    void anOverlapIsAStripAlongItsSeam() {
        Rig rig = Room.rig(0.06);
        SeamStrip strip = SeamStrip.of(rig, FAR, SeamSettings.DEFAULT).get(0);
        assertThat(strip.isRing()).isTrue();
        // Its first lens looks ahead: greater rows lie on that side.
        assertThat(strip.direction(3, strip.rows() - 1).z()).isPositive();
        double middle = (strip.rows() - 1) / 2.0;
        assertThat(strip.direction(3, middle).z()).isBetween(-1e-12, 1e-12);
        for (double column : new double[] {0, 17.25, strip.columns() - 1}) {
            assertThat(strip.column(strip.along(column)) - column).isBetween(-1e-6, 1e-6);
        }
        // Beyond where its lenses end nothing is moved; in the middle each goes half of the way.
        assertThat(strip.share(1, Math.toRadians(13))).isZero();
        assertThat(strip.share(1, Math.toRadians(-13))).isEqualTo(1);
        assertThat(strip.share(1, 0)).isBetween(0.49, 0.51);
    }

    @Test
    void wallsThatAreNearAreBroughtOntoEachOther() {
        Room room = new Room(1.2, Optional.empty());
        Measured measured = measure(room, 0.06);
        double widest = Math.toRadians(3);
        double[] before = apart(room, measured, false, widest);
        double[] after = apart(room, measured, true, widest);
        assertThat(Math.toDegrees(before[200])).isGreaterThan(2);
        assertThat(Math.toDegrees(after[200])).isLessThan(0.06);
        assertThat(Math.toDegrees(after[380])).isLessThan(0.15);
    }

    @Test
    void aPostBeforeAWallIsBroughtOntoItself() {
        Room room = new Room(4, Optional.of(new double[] {1.1, 0.05}));
        Measured measured = measure(room, 0.06);
        // Towards the post, half-way up.
        Direction post = new Direction(1.1 - 0.12, -0.2, 0.05);
        Position one = shown(room, measured, 0, post, true);
        Position two = shown(room, measured, 1, post, true);
        double left = new Direction(one.x(), one.y(), one.z()).angleTo(new Direction(two.x(), two.y(), two.z()));
        assertThat(Math.toDegrees(left)).isLessThan(0.4);
        double[] before = apart(room, measured, false, Math.toRadians(3));
        double[] after = apart(room, measured, true, Math.toRadians(3));
        assertThat(Math.toDegrees(after[200])).isLessThan(0.08);
        // Beside the post one lens sees what the other one does not.
        assertThat(after[360]).isLessThan(before[360] / 2);
    }

    @Test
    void nothingIsMovedWhereNothingIsApart() {
        Measured measured = measure(new Room(3, Optional.empty()), 0);
        double[] across = new double[measured.flow().across().length];
        for (int i = 0; i < across.length; i++) {
            across[i] = Math.toDegrees(
                    Math.hypot(measured.flow().across()[i], measured.flow().along()[i]));
        }
        Arrays.sort(across);
        assertThat(across[across.length / 2]).isLessThan(0.05);
        assertThat(across[across.length * 95 / 100]).isLessThan(0.15);
    }
}
