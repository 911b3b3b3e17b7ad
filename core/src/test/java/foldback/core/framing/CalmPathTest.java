package foldback.core.framing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.follow.Followed.Place;
import foldback.core.framing.Framing.Aspect;
import foldback.core.keys.Amount;
import foldback.core.keys.Key;
import foldback.core.keys.Track;
import foldback.core.space.Direction;
import java.util.List;
import java.util.function.DoubleUnaryOperator;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class CalmPathTest {
    private static final double STEP = 0.08;

    private static Track<Amount> still(double degrees) {
        return Track.still(new Amount(Math.toRadians(degrees)));
    }

    private static Framing framing(Track<Amount> yaw) {
        return new Framing("Cam", FrameShape.FLAT, new Aspect(16, 9), yaw, still(0), still(0), still(60));
    }

    /** From 1 s on, for eight seconds. */
    private static List<Place> places(DoubleUnaryOperator yaw) {
        return IntStream.rangeClosed(0, 100)
                .mapToObj(n -> 1 + n * STEP)
                .map(seconds -> new Place(
                        seconds, Direction.ofYawPitch(Math.toRadians(yaw.applyAsDouble(seconds)), 0.1), 1, 0.1))
                .toList();
    }

    private static double yawAt(Framing framing, double seconds) {
        return Math.toDegrees(framing.yaw().at(seconds).value());
    }

    @Test
    void aSteadyWalkRoundTheBackIsFollowedWithoutLag() {
        Framing after = CalmPath.after(framing(still(150)), places(seconds -> 150 + 20 * (seconds - 1)), 1);
        for (double seconds = 1; seconds <= 9; seconds += 0.25) {
            assertThat(yawAt(after, seconds)).isCloseTo(150 + 20 * (seconds - 1), within(0.7));
        }
        assertThat(after.yaw().keys()).hasSizeLessThan(20);
    }

    @Test
    void whatTremblesIsCalmed() {
        Framing after = CalmPath.after(framing(still(0)), places(seconds -> 3 * Math.sin(12 * seconds)), 1);
        for (double seconds = 2; seconds <= 8; seconds += 0.1) {
            assertThat(yawAt(after, seconds)).isCloseTo(0, within(0.7));
        }
        Framing all = CalmPath.after(framing(still(0)), places(seconds -> 3 * Math.sin(6 * seconds)), 0);
        assertThat(yawAt(all, 1 + 20 * STEP)).isCloseTo(3 * Math.sin(6 * (1 + 20 * STEP)), within(0.7));
    }

    @Test
    void keysBeforeAndBehindStay() {
        Track<Amount> yaw = new Track<>(
                List.of(new Key<>(0, new Amount(0.2)), new Key<>(4, new Amount(2.0)), new Key<>(12, new Amount(0.4))));
        Framing after = CalmPath.after(framing(yaw), places(seconds -> 10), 1);
        assertThat(after.yaw().at(0).value()).isEqualTo(0.2);
        assertThat(after.yaw().at(12).value()).isEqualTo(0.4);
        assertThat(yawAt(after, 4)).isCloseTo(10, within(0.7));
    }
}
