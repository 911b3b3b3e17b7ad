package foldback.core.keys;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class TrackTest {
    private record One(double value) implements Values<One> {
        @Override
        public double[] numbers() {
            return new double[] {value};
        }

        @Override
        public One of(double[] numbers) {
            return new One(numbers[0]);
        }
    }

    private static Track<One> track(double... timesAndValues) {
        List<Key<One>> keys = new ArrayList<>();
        for (int i = 0; i < timesAndValues.length; i += 2) {
            keys.add(new Key<>(timesAndValues[i], new One(timesAndValues[i + 1])));
        }
        return new Track<>(keys);
    }

    private static double at(Track<One> track, double seconds) {
        return track.at(seconds).value();
    }

    @Test
    void staysOutsideItsKeysAndGoesThroughThem() {
        Track<One> track = track(1, 5, 2, 7, 4, 6);
        assertThat(at(track, -3)).isEqualTo(5);
        assertThat(at(track, 1)).isEqualTo(5);
        assertThat(at(track, 2)).isEqualTo(7);
        assertThat(at(track, 4)).isEqualTo(6);
        assertThat(at(track, 9)).isEqualTo(6);
        assertThat(at(Track.still(new One(3)), 17)).isEqualTo(3);
        assertThat(Track.still(new One(3)).keyed()).isFalse();
        assertThat(track(4, 3).keyed()).as("one key waits for others").isTrue();
        assertThat(track(4, 3).isStill()).isTrue();
    }

    @Test
    void risesEvenlyAlongALineAndIsSmooth() {
        Track<One> line = track(0, 0, 1, 1, 2, 2, 3, 3);
        assertThat(at(line, 1.3)).isCloseTo(1.3, within(1e-12));
        Track<One> bent = track(0, 0, 1, 1, 2, 4, 3, 5);
        double step = 1e-4;
        double before = (at(bent, 2) - at(bent, 2 - step)) / step;
        double after = (at(bent, 2 + step) - at(bent, 2)) / step;
        assertThat(before).isCloseTo(after, within(0.01));
    }

    @Test
    void neverGoesBeyondTwoNeighbours() {
        Track<One> step = track(0, 0, 1, 0, 1.04, 1, 2, 1, 3, 0.5);
        for (double t = 0; t <= 3; t += 0.01) {
            assertThat(at(step, t)).isBetween(0.0, 1.0);
        }
        assertThat(at(step, 0.99)).as("a sharp step stays sharp").isZero();
        assertThat(at(step, 1.05)).isEqualTo(1);
    }

    @Test
    void refusesKeysThatDoNotRiseAndNone() {
        assertThatThrownBy(() -> track(1, 0, 1, 2)).hasMessageContaining("rise in time");
        assertThatThrownBy(() -> new Track<One>(List.of())).hasMessageContaining("needs a key");
        assertThatThrownBy(() -> new Key<>(Double.NaN, new One(1))).hasMessageContaining("finite");
    }

    @Test
    void thinningKeepsWhatShows() {
        List<Key<One>> keys = new ArrayList<>();
        for (int i = 0; i <= 200; i++) {
            double t = i * 0.1;
            keys.add(new Key<>(t, new One(t < 10 ? Math.sin(t) : 2)));
        }
        Track<One> all = new Track<>(keys);
        Track<One> thin = KeyThinner.thin(all, 0.01);
        assertThat(thin.keys()).hasSizeLessThan(40);
        for (Key<One> key : keys) {
            assertThat(at(thin, key.seconds())).isCloseTo(key.value().value(), within(0.01));
        }
        assertThat(KeyThinner.thin(track(0, 1, 1, 1.001, 2, 1), 0.01).isStill()).isTrue();
    }
}
