package foldback.core.space;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.api.Test;

class RotationTest {
    private static final double QUARTER = Math.PI / 2;
    /** Rounding of a dozen operations on numbers around 1. */
    private static final double EXACT = 1e-12;

    @Test
    void yawTurnsForwardToTheRight() {
        lands(Rotation.ofYawPitchRoll(QUARTER, 0, 0), Direction.FORWARD, new Direction(1, 0, 0));
    }

    @Test
    void pitchTurnsForwardUp() {
        lands(Rotation.ofYawPitchRoll(0, QUARTER, 0), Direction.FORWARD, Direction.UP);
    }

    @Test
    void rollTurnsRightDown() {
        lands(Rotation.ofYawPitchRoll(0, 0, QUARTER), new Direction(1, 0, 0), new Direction(0, 1, 0));
    }

    @Test
    void rollIsAppliedFirst() {
        Rotation both = Rotation.ofYawPitchRoll(QUARTER, 0, QUARTER);
        Rotation chained = Rotation.ofYawPitchRoll(QUARTER, 0, 0).times(Rotation.ofYawPitchRoll(0, 0, QUARTER));
        assertThat(both.angleTo(chained)).isLessThan(EXACT);
        lands(both, new Direction(1, 0, 0), new Direction(0, 1, 0));
    }

    @Test
    void directionsFollowTheConvention() {
        assertThat(Direction.ofYawPitch(QUARTER, 0).angleTo(new Direction(1, 0, 0)))
                .isLessThan(EXACT);
        assertThat(Direction.ofYawPitch(0, QUARTER).angleTo(Direction.UP)).isLessThan(EXACT);
        assertThatThrownBy(() -> new Direction(0, 0, 0)).hasMessageContaining("length above 0");
    }

    @Test
    void betweenOppositeDirectionsIsHalfATurn() {
        Rotation half = Rotation.between(Direction.UP, new Direction(0, 1, 0));
        lands(half, Direction.UP, new Direction(0, 1, 0));
    }

    @Property(tries = 300)
    void anglesComeBack(
            @ForAll @DoubleRange(min = -3.1, max = 3.1) double yaw,
            @ForAll @DoubleRange(min = -1.55, max = 1.55) double pitch,
            @ForAll @DoubleRange(min = -3.1, max = 3.1) double roll) {
        Rotation r = Rotation.ofYawPitchRoll(yaw, pitch, roll);
        Rotation again = Rotation.ofYawPitchRoll(r.yaw(), r.pitch(), r.roll());
        // Near the pole yaw and roll trade places, the rotation stays.
        assertThat(again.angleTo(r)).isLessThan(1e-9);
    }

    @Property(tries = 300)
    void inverseUndoesAndBetweenReaches(
            @ForAll @DoubleRange(min = -3.1, max = 3.1) double yaw,
            @ForAll @DoubleRange(min = -1.5, max = 1.5) double pitch) {
        Direction to = Direction.ofYawPitch(yaw, pitch);
        Rotation turn = Rotation.between(Direction.FORWARD, to);
        assertThat(turn.apply(Direction.FORWARD).angleTo(to)).isLessThan(1e-7);
        assertThat(turn.inverse().times(turn).angleTo(Rotation.IDENTITY)).isLessThan(1e-9);
        assertThat(to.yaw()).isCloseTo(yaw, within(1e-9));
    }

    private static void lands(Rotation rotation, Direction from, Direction wanted) {
        assertThat(rotation.apply(from).angleTo(wanted)).isLessThan(EXACT);
    }
}
