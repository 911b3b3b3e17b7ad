package foldback.core.rig;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Holes of rigs against closed forms. */
class CoverageTest {
    private static final int COLUMNS = 360;
    /** Two steps of the grid. */
    private static final double STEPS = Math.toRadians(2);

    private static Coverage of(Rig rig) {
        return Coverage.of(rig, Rotation.IDENTITY, 0, COLUMNS);
    }

    @Test
    void oneFisheyeLeavesWhatLiesBehindIt() {
        Rig front = new Rig("one", List.of(ReadyRigs.twoBackToBack().lenses().get(0)));
        Coverage coverage = of(front);
        double half = Math.toRadians(97.5);
        assertThat(coverage.holes()).hasSize(1);
        Coverage.Hole hole = coverage.holes().get(0);
        assertThat(hole.acrossRad()).isCloseTo(2 * (Math.PI - half), within(STEPS));
        assertThat(hole.middle().angleTo(new Direction(0, 0, -1))).isLessThan(STEPS);
        // A cap of half angle a is (1 - cos a) / 2 of the sphere.
        assertThat(coverage.holeShare()).isCloseTo((1 - Math.cos(Math.PI - half)) / 2, within(0.005));
    }

    @Test
    void twoBackToBackLeaveNothing() {
        Coverage coverage = of(ReadyRigs.twoBackToBack());
        assertThat(coverage.holes()).isEmpty();
        // At the side both see, ahead only the first.
        assertThat(at(coverage, 90, 0)).isEqualTo(0b11);
        assertThat(at(coverage, 0, 0)).isEqualTo(0b01);
        assertThat(at(coverage, 179, 0)).isEqualTo(0b10);
    }

    @Test
    void aRingWithoutALensHasItsPolesAndAGap() {
        Rig six = ReadyRigs.sixAround();
        Coverage whole = of(six);
        assertThat(whole.holes()).hasSize(2);
        assertThat(Math.abs(whole.holes().get(0).middle().pitch())).isGreaterThan(Math.toRadians(85));
        Coverage gap = of(new Rig("five", six.lenses().subList(0, 5)));
        // The sixth looks to the left by 60 degrees; its neighbours at 0 and -120 see 46 degrees to the side.
        assertThat(at(gap, -60, 0)).isZero();
        // The gap joins the poles to one hole.
        assertThat(gap.holes()).hasSize(1);
        assertThat(gap.holeShare()).isGreaterThan(whole.holeShare());
    }

    @Test
    void theGridIsTurned() {
        Rig front = new Rig("one", List.of(ReadyRigs.twoBackToBack().lenses().get(0)));
        Coverage turned = Coverage.of(front, Rotation.ofYawPitchRoll(Math.PI / 2, 0, 0), 0, COLUMNS);
        // What the grid calls ahead is to the rig's right; the rig's back is to the grid's right.
        assertThat(turned.holes().get(0).middle().angleTo(new Direction(1, 0, 0)))
                .isLessThan(STEPS);
    }

    private static int at(Coverage coverage, double yaw, double pitch) {
        int column = (int) ((yaw / 360 + 0.5) * COLUMNS);
        int row = (int) ((0.5 - pitch / 180) * COLUMNS / 2);
        return coverage.lenses()[row * COLUMNS + column];
    }
}
