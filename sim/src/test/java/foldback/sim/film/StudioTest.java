package foldback.sim.film;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.lens.FisheyeLens;
import foldback.core.lens.ImageCircle;
import foldback.core.lens.LensFrame;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.rig.RigLens;
import foldback.core.space.Direction;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** The simulator is honest: the same seed films the same, and its own lens inversion agrees with the models. */
class StudioTest {
    private static RigLens lens() {
        LensFrame frame = new LensFrame(96, 96, 49, 47.5, Optional.of(new ImageCircle(48, 48, 46)));
        return new RigLens(
                "A",
                new FisheyeLens(frame, 28, -0.003, 0.0006, 0, 0),
                Rotation.ofYawPitchRoll(0.4, 0.1, -0.2),
                Position.ORIGIN);
    }

    private static Frame film(Sensor sensor, double time, long seed) {
        Frame[] kept = new Frame[1];
        new Studio()
                .filmSideBySide(
                        List.of(lens()),
                        List.of(sensor),
                        time,
                        25,
                        1,
                        PixelFormat.YUV420_8,
                        seed,
                        (frame, n) -> kept[0] = frame);
        return kept[0];
    }

    @Test
    void theSameSeedFilmsTheSamePicture() {
        Sensor noisy = new Sensor(0, 0, 0, 0.3, 1.5, 0.01);
        Frame one = film(noisy, 1, 5);
        Frame two = film(noisy, 1, 5);
        Frame other = film(noisy, 1, 6);
        int different = 0;
        for (int y = 0; y < 96; y++) {
            for (int x = 0; x < 96; x++) {
                assertThat(one.y().get(x, y)).isEqualTo(two.y().get(x, y));
                different += one.y().get(x, y) != other.y().get(x, y) ? 1 : 0;
            }
        }
        assertThat(different).isGreaterThan(1000);
    }

    @Test
    void outsideTheImageCircleNothingIsLit() {
        Frame frame = film(Sensor.IDEAL, 0, 1);
        assertThat(frame.y().get(0, 0)).isEqualTo(16);
        assertThat(frame.y().get(95, 95)).isEqualTo(16);
        assertThat(frame.y().get(48, 30)).isGreaterThan(40);
    }

    @Test
    void anExposureStopDoublesTheLight() {
        Frame bright = film(new Sensor(-1, 0, 0, 0, 0, 0), 0, 1);
        Frame dark = film(new Sensor(-2, 0, 0, 0, 0, 0), 0, 1);
        assertThat(light(bright, 48, 60) / light(dark, 48, 60)).isCloseTo(2, within(0.12));
    }

    @Test
    void whatMovesIsElsewhereLater() {
        Frame now = film(Sensor.IDEAL, 0, 1);
        Frame later = film(Sensor.IDEAL, 1.1, 1);
        int changed = 0;
        for (int y = 0; y < 96; y++) {
            for (int x = 0; x < 96; x++) {
                changed += Math.abs(now.y().get(x, y) - later.y().get(x, y)) > 12 ? 1 : 0;
            }
        }
        assertThat(changed).isBetween(3, 1500);
    }

    @Test
    void itsOwnInversionAgreesWithTheLensModel() {
        RigLens lens = lens();
        LensRays rays = new LensRays(lens);
        double[] d = new double[3];
        for (double x = 10; x < 90; x += 9.3) {
            for (double y = 10; y < 90; y += 8.7) {
                assertThat(rays.direction(x, y, d)).isTrue();
                Direction wanted = lens.rigFromLens().apply(lens.lens().unproject(x, y));
                assertThat(new Direction(d[0], d[1], d[2]).angleTo(wanted)).isLessThan(1e-6);
            }
        }
    }

    private static double light(Frame frame, int x, int y) {
        double signal = (frame.y().get(x, y) - 16) / 219.0;
        return signal < 0.081 ? signal / 4.5 : Math.pow((signal + 0.099) / 1.099, 1 / 0.45);
    }
}
