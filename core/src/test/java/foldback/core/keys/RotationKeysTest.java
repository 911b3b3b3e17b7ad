package foldback.core.keys;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class RotationKeysTest {
    private static final double[] TIMES = {1, 2.5, 3, 7};
    private static final double[] TURNS = {0.2, 1.1, 1.0, -1.4};

    /** About one axis everything goes as a number does. */
    @ParameterizedTest
    @EnumSource(Easing.class)
    void oneAxisGoesAsANumberDoes(Easing easing) {
        Direction axis = new Direction(0.3, 0.8, -0.5);
        List<Key<Amount>> numbers = keys(easing, Amount::new);
        List<Key<Rotation>> rotations = keys(easing, turn -> Rotation.about(axis.x(), axis.y(), axis.z(), turn));
        Track<Amount> track = new Track<>(numbers);
        RotationKeys path = new RotationKeys(rotations);
        for (double seconds = 0.5; seconds < 8; seconds += 0.05) {
            Rotation wanted = Rotation.about(
                    axis.x(), axis.y(), axis.z(), track.at(seconds).value());
            assertThat(path.at(seconds).angleTo(wanted)).as("at %s s", seconds).isLessThan(1e-9);
        }
    }

    private interface Value<V> {
        V of(double turn);
    }

    private static <V> List<Key<V>> keys(Easing easing, Value<V> value) {
        return java.util.stream.IntStream.range(0, TIMES.length)
                .mapToObj(i -> new Key<>(TIMES[i], value.of(TURNS[i]), easing))
                .toList();
    }

    /** Two keys that differ by their heading about the world's vertical alone leave it upright on the way. */
    @Test
    void theVerticalOfTwoKeysIsKeptBetweenThem() {
        Rotation leaning = Rotation.ofYawPitchRoll(0.4, -0.9, 0.3);
        Rotation ahead = leaning.times(Rotation.ofYawPitchRoll(2.9, 0, 0));
        Direction up = leaning.apply(Direction.UP);
        for (Easing easing : Easing.values()) {
            RotationKeys path = new RotationKeys(List.of(new Key<>(0, leaning, easing), new Key<>(2, ahead, easing)));
            for (double seconds = 0; seconds <= 2; seconds += 0.1) {
                assertThat(path.at(seconds).apply(Direction.UP).angleTo(up)).isLessThan(1e-9);
            }
        }
    }

    /** The turning speed has no step at a key in the middle of a curve. */
    @Test
    void curvesGoThroughTheirKeysWithoutAJerk() {
        RotationKeys path = new RotationKeys(List.of(
                new Key<>(0, Rotation.ofYawPitchRoll(0, 0, 0)),
                new Key<>(1, Rotation.ofYawPitchRoll(0.5, 0.2, 0.1)),
                new Key<>(3, Rotation.ofYawPitchRoll(1.5, 0.3, 0.6)),
                new Key<>(4, Rotation.ofYawPitchRoll(1.6, 0.8, 0.7))));
        double step = 1e-5;
        for (double key : new double[] {1, 3}) {
            double[] before = path.at(key - step).inverse().times(path.at(key)).vector();
            double[] after = path.at(key).inverse().times(path.at(key + step)).vector();
            for (int k = 0; k < 3; k++) {
                assertThat(before[k] / step).isCloseTo(after[k] / step, within(1e-3));
            }
            assertThat(Math.hypot(before[0], before[1]) / step).isGreaterThan(0.1);
        }
    }

    @Test
    void keysTurnTogether() {
        RotationKeys path = new RotationKeys(keys(Easing.CURVE, turn -> Rotation.ofYawPitchRoll(turn, turn / 2, 0)));
        Rotation after = Rotation.ofYawPitchRoll(0.1, 0.2, 0.3);
        for (double seconds : new double[] {0, 1.7, 2.6, 9}) {
            assertThat(path.turned(after).at(seconds).angleTo(after.times(path.at(seconds))))
                    .isLessThan(1e-9);
        }
    }

    @Test
    void timesThatDoNotRiseAreRefused() {
        assertThatThrownBy(() -> new RotationKeys(
                        List.of(new Key<>(1, Rotation.IDENTITY), new Key<>(1, Rotation.ofYawPitchRoll(1, 0, 0)))))
                .hasMessage("keys must rise in time: 1.0 s, then 1.0 s");
        assertThatThrownBy(() -> new RotationKeys(List.of())).hasMessage("a rotation over time needs a key");
    }
}
