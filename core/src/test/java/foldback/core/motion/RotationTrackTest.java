package foldback.core.motion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import foldback.core.space.Rotation;
import org.junit.jupiter.api.Test;

class RotationTrackTest {
    private static Rotation at(double seconds) {
        return Rotation.ofYawPitchRoll(
                0.3 * Math.sin(9 * seconds), 0.2 * Math.sin(7 * seconds + 1), 0.4 * Math.cos(8 * seconds));
    }

    private static RotationTrack track() {
        double[] times = new double[60];
        Rotation[] rotations = new Rotation[60];
        for (int n = 0; n < 60; n++) {
            // Not quite even.
            times[n] = n / 25.0 + (n % 3) * 0.004;
            rotations[n] = at(times[n]);
        }
        return new RotationTrack(times, rotations);
    }

    @Test
    void betweenItsTimesItIsSmooth() {
        RotationTrack track = track();
        for (double t = 0.1; t < 2.2; t += 0.0137) {
            assertThat(Math.toDegrees(track.at(t).angleTo(at(t)))).isLessThan(0.06);
        }
        for (int n = 0; n < track.size(); n++) {
            assertThat(track.at(track.time(n)).angleTo(track.rotation(n))).isLessThan(1e-7);
        }
    }

    @Test
    void outsideItStays() {
        RotationTrack track = track();
        assertThat(track.at(-3)).isEqualTo(track.rotation(0));
        assertThat(track.at(30)).isEqualTo(track.rotation(59));
    }

    @Test
    void timesMustRise() {
        Rotation[] two = {Rotation.IDENTITY, Rotation.IDENTITY};
        assertThatThrownBy(() -> new RotationTrack(new double[] {1, 1}, two))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("rise");
        assertThatThrownBy(() -> new RotationTrack(new double[] {1}, two)).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void aRotationsVectorGivesItBack() {
        Rotation r = Rotation.ofYawPitchRoll(2.4, -0.3, 1.1);
        double[] v = r.vector();
        assertThat(Rotation.ofVector(v[0], v[1], v[2]).angleTo(r)).isLessThan(1e-12);
    }
}
