package foldback.core.follow;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import foldback.core.run.Run;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.function.DoubleFunction;
import java.util.function.DoublePredicate;
import java.util.function.DoubleUnaryOperator;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A patterned ball that moves before a patterned world, both known in every direction. */
class SphereFollowerTest {
    private static final double SIZE = Math.toRadians(8);
    private static final double RATE = 12.5;

    /** What is seen at a moment: the ball where it is not hidden, else the world. */
    private record World(
            DoubleFunction<Direction> ball, DoubleUnaryOperator grown, DoublePredicate hidden, double noise)
            implements FollowedView {

        @Override
        public float[] look(double seconds, Rotation sphereFromLook, double field, int size) {
            float[] values = new float[size * size];
            double focal = size / 2.0 / Math.tan(field / 2);
            for (int i = 0; i < values.length; i++) {
                double x = (i % size + 0.5 - size / 2.0) / focal;
                double y = (i / size + 0.5 - size / 2.0) / focal;
                double length = Math.sqrt(1 + x * x + y * y);
                Direction seen = sphereFromLook.apply(new Direction(x / length, y / length, 1 / length));
                values[i] = (float) (luma(seconds, seen) + noise * Math.sin(i * 12.9898 + seconds * 78.233) * 4);
            }
            return values;
        }

        private double luma(double seconds, Direction seen) {
            Direction middle = ball.apply(seconds);
            double radius = SIZE * grown.applyAsDouble(seconds) / 2;
            if (!hidden.test(seconds) && seen.angleTo(middle) < radius) {
                Direction local = Rotation.ofYawPitchRoll(middle.yaw(), middle.pitch(), 0)
                        .inverse()
                        .apply(seen);
                double u = local.x() / radius;
                double v = local.y() / radius;
                return 150 + 50 * Math.sin(4 * u + 1) * Math.cos(5 * v) + 30 * Math.sin(9 * u * v + 2 * v);
            }
            return 100
                    + 18 * Math.sin(23 * seen.x() + 7 * seen.y())
                    + 14 * Math.cos(31 * seen.y() - 11 * seen.z())
                    + 8 * Math.sin(53 * seen.x() * seen.z());
        }
    }

    private static List<Double> moments(double from, double to) {
        return IntStream.rangeClosed(0, (int) Math.round((to - from) * RATE))
                .mapToObj(n -> from + n / RATE)
                .toList();
    }

    private static Direction at(double yawDegrees, double pitchDegrees) {
        return Direction.ofYawPitch(Math.toRadians(yawDegrees), Math.toRadians(pitchDegrees));
    }

    private static Followed followed(World world, double to) throws InterruptedException {
        return new SphereFollower(world, FollowSettings.DEFAULT)
                .follow(world.ball().apply(0), SIZE, moments(0, to), Run.QUIET);
    }

    private static double worst(World world, Followed followed) {
        return followed.places().stream()
                .mapToDouble(place ->
                        Math.toDegrees(place.direction().angleTo(world.ball().apply(place.seconds()))))
                .max()
                .orElseThrow();
    }

    /** Behind the camera, to and fro, up and down, and quickly. */
    @ParameterizedTest
    @CsvSource({"0, 20, 0", "150, 30, 5", "-60, -40, 20", "20, 0, 0"})
    void aMovingThingIsFollowed(double yaw, double speed, double pitch) throws Exception {
        World world = new World(
                seconds -> at(yaw + speed * seconds, pitch + 12 * Math.sin(1.5 * seconds)),
                seconds -> 1,
                seconds -> false,
                1);
        Followed followed = followed(world, 6);
        assertThat(followed.isLost()).isFalse();
        assertThat(followed.places()).hasSize(76);
        assertThat(worst(world, followed)).isLessThan(0.5);
    }

    @Test
    void whatComesNearerIsFollowedAndItsSizeIsKnown() throws Exception {
        World world =
                new World(seconds -> at(5 * seconds, -3 * seconds), seconds -> 1 + 0.15 * seconds, seconds -> false, 1);
        Followed followed = followed(world, 6);
        assertThat(followed.isLost()).isFalse();
        assertThat(worst(world, followed)).isLessThan(1);
        double grown = followed.places().get(75).size() / SIZE;
        assertThat(grown).isBetween(1.6, 2.2);
    }

    @Test
    void whatIsHiddenForAMomentIsFoundAgain() throws Exception {
        World world =
                new World(seconds -> at(15 * seconds, 4), seconds -> 1, seconds -> seconds > 2 && seconds < 2.5, 1);
        Followed followed = followed(world, 5);
        assertThat(followed.isLost()).isFalse();
        assertThat(worst(world, followed)).isLessThan(2);
        assertThat(followed.places().get(62).likeness()).isGreaterThan(0.6);
    }

    @Test
    void whatIsGoneIsLostWhereItWasLastSeen() throws Exception {
        World world = new World(seconds -> at(15 * seconds, 4), seconds -> 1, seconds -> seconds > 2, 1);
        Followed followed = followed(world, 5);
        assertThat(followed.isLost()).isTrue();
        double last = followed.places().get(followed.places().size() - 1).seconds();
        assertThat(last).isBetween(1.9, 2.01);
        assertThat(worst(world, followed)).isLessThan(0.5);
    }

    /** What a guard is drawn round is followed to where it came from, too. */
    @Test
    void timeMayGoBackwards() throws Exception {
        World world = new World(seconds -> at(15 * seconds, 4), seconds -> 1, seconds -> seconds < 2, 1);
        List<Double> back = new ArrayList<>(moments(0, 5));
        Collections.reverse(back);
        Followed followed = new SphereFollower(world, FollowSettings.DEFAULT)
                .follow(world.ball().apply(back.get(0)), SIZE, back, Run.QUIET);
        assertThat(followed.isLost()).isTrue();
        assertThat(followed.places().get(followed.places().size() - 1).seconds())
                .isBetween(1.99, 2.1);
        assertThat(worst(world, followed)).isLessThan(0.5);
    }

    @Test
    void whereNothingIsThereIsNothingToHoldOnTo() {
        SphereFollower follower =
                new SphereFollower((seconds, turn, field, size) -> new float[size * size], FollowSettings.DEFAULT);
        assertThatThrownBy(() -> follower.follow(Direction.FORWARD, SIZE, moments(0, 1), Run.QUIET))
                .hasMessageContaining("nothing to hold on to");
    }
}
