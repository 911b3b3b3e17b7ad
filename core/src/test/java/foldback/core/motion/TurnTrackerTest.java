package foldback.core.motion;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.space.Rotation;
import java.util.function.DoubleFunction;
import org.junit.jupiter.api.Test;

/** The waves of {@link TurnMeterTest}, looked at by a lens that is shaken and turned. */
class TurnTrackerTest {
    private static final double RATE = 25;

    /** Largest and last error over so many pictures, degrees. */
    private static double[] errors(int pictures, DoubleFunction<Rotation> worldFromLens) {
        TurnTracker tracker = new TurnTracker(TurnMeterTest.lens());
        Rotation first = worldFromLens.apply(0);
        double most = 0;
        double error = 0;
        for (int n = 0; n < pictures; n++) {
            Rotation now = worldFromLens.apply(n / RATE);
            assertThat(tracker.next(n / RATE, TurnMeterTest.picture(now.inverse(), n)))
                    .isTrue();
            Rotation truth = first.inverse().times(now);
            error = Math.toDegrees(truth.angleTo(tracker.firstFromNow()));
            most = Math.max(most, error);
        }
        return new double[] {most, error};
    }

    private static Rotation swayed(double seconds) {
        return Rotation.ofVector(
                0.10 * Math.sin(5 * seconds), 0.14 * Math.sin(3.1 * seconds + 1), 0.05 * Math.sin(9 * seconds));
    }

    @Test
    void aShakenLensIsFollowedWithoutErrorsThatAddUp() {
        double[] errors = errors(150, TurnTrackerTest::swayed);
        assertThat(errors[0]).isLessThan(0.06);
    }

    @Test
    void aLensThatWasTurnedAwayAndBackLooksWhereItDid() {
        double[] errors = errors(
                160,
                seconds -> Rotation.ofYawPitchRoll(0.9 * Math.sin(seconds), 0.02 * Math.sin(4 * seconds), 0)
                        .times(swayed(0.3 * seconds)));
        assertThat(errors[0]).isLessThan(0.12);
        assertThat(errors[1]).isLessThan(0.05);
    }

    @Test
    void aBlackPictureIsSaidAndTheLensIsFollowedAfterwards() {
        TurnTracker tracker = new TurnTracker(TurnMeterTest.lens());
        double error = 0;
        for (int n = 0; n < 40; n++) {
            Rotation now = swayed(n / RATE);
            boolean black = n == 20;
            byte[] luma =
                    black ? new byte[TurnMeterTest.SIZE * TurnMeterTest.SIZE] : TurnMeterTest.picture(now.inverse(), n);
            boolean told = tracker.next(n / RATE, luma);
            assertThat(told || n == 20 || n == 21).isTrue();
            assertThat(black && told).isFalse();
            error = Math.toDegrees(swayed(0).inverse().times(now).angleTo(tracker.firstFromNow()));
        }
        assertThat(error).isLessThan(0.1);
    }
}
