package foldback.core.seam.guard;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import foldback.core.keys.Amount;
import foldback.core.keys.Key;
import foldback.core.keys.Track;
import foldback.core.space.Direction;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class GuardAreaTest {
    private static Track<Amount> degrees(double value) {
        return Track.still(new Amount(Math.toRadians(value)));
    }

    private static Guard guard(Track<Amount> yaw, double turn, double edge) {
        return new Guard(
                "Hat",
                Optional.empty(),
                yaw,
                degrees(20),
                degrees(turn),
                degrees(8),
                degrees(3),
                Track.still(new Amount(1)),
                Math.toRadians(edge));
    }

    private static double inside(Guard guard, double yaw, double pitch) {
        return guard.at(0).inside(Direction.ofYawPitch(Math.toRadians(yaw), Math.toRadians(pitch)));
    }

    @Test
    void itsLengthLiesLevelWhereItIsNotTurned() {
        Guard guard = guard(degrees(40), 0, 0);
        // A degree of yaw is less of an angle by the cosine of the pitch.
        double far = 7.9 / Math.cos(Math.toRadians(20));
        assertThat(inside(guard, 40, 20)).isOne();
        assertThat(inside(guard, 40 + far, 20)).isOne();
        assertThat(inside(guard, 40, 23.1)).isZero();
        assertThat(inside(guard, 40, 22.9)).isOne();
        assertThat(inside(guard, 220, -20)).isZero();
    }

    @Test
    void aTurnIsClockwiseAsSeenFromTheMiddleOfTheRig() {
        Guard guard = guard(degrees(0), 45, 0);
        // Down on the right, up on the left.
        assertThat(inside(guard, 5, 15)).isOne();
        assertThat(inside(guard, -5, 25)).isOne();
        assertThat(inside(guard, 5, 25)).isZero();
    }

    @Test
    void whatIsAroundItComesBackOverItsEdge() {
        Guard guard = guard(degrees(40), 0, 4);
        assertThat(inside(guard, 40, 22.9)).isOne();
        assertThat(inside(guard, 40, 25)).isCloseTo(0.5, within(1e-6));
        assertThat(inside(guard, 40, 27.1)).isZero();
    }

    @Test
    void itGoesWhereItsKeysSay() {
        Guard guard = guard(
                new Track<>(List.of(new Key<>(1, new Amount(0)), new Key<>(3, new Amount(Math.toRadians(60))))), 0, 0);
        assertThat(guard.at(2).middle().yaw()).isCloseTo(Math.toRadians(30), within(1e-9));
        assertThat(guard.firstMiddle().yaw()).isCloseTo(0, within(1e-9));
        assertThat(guard.keyTimes()).containsExactly(0.0, 1.0, 3.0);
        assertThat(guard.isStill()).isFalse();
    }

    @Test
    void whatIsNoGuardIsRefusedByName() {
        assertThatThrownBy(() -> guard(degrees(0), 0, 30)).hasMessageContaining("Guard 'Hat': its edge is 0 to 20");
        assertThatThrownBy(() -> new Guard(
                        "Pole",
                        Optional.of("A"),
                        degrees(0),
                        degrees(0),
                        degrees(0),
                        degrees(70),
                        degrees(3),
                        Track.still(new Amount(1)),
                        0))
                .hasMessageContaining("Guard 'Pole': its length is 0.2 to 60.0 degrees, not 70.0");
    }
}
