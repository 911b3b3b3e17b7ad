package foldback.core.motion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.lens.FisheyeLens;
import foldback.core.lens.ImageCircle;
import foldback.core.lens.Lens;
import foldback.core.lens.LensFrame;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.function.ToDoubleFunction;
import org.junit.jupiter.api.Test;

/** A sphere painted with waves, looked at through a fisheye whose rays are written down here. */
class TurnMeterTest {
    static final int SIZE = 160;
    private static final double FIELD = Math.toRadians(190);
    private static final double FOCAL = SIZE / FIELD;
    /** A fiftieth of a pixel. */
    private static final double EXACT = 0.02 / FOCAL;

    static Lens lens() {
        double middle = SIZE / 2.0;
        return FisheyeLens.equidistant(
                new LensFrame(SIZE, SIZE, middle, middle, Optional.of(new ImageCircle(middle, middle, middle))), FIELD);
    }

    private static double waves(Direction d) {
        return 120
                + 30 * Math.sin(9 * d.x() + 2 * d.y())
                + 25 * Math.sin(8 * d.y() - 5 * d.z() + 1)
                + 20 * Math.sin(13 * d.z() + 11 * d.x());
    }

    /** The same painted with waves. */
    static byte[] picture(Rotation turned, long seed) {
        return picture(turned, TurnMeterTest::waves, 1, seed);
    }

    /** The sphere as a lens sees it whose world has turned. */
    static byte[] picture(Rotation turned, ToDoubleFunction<Direction> paint, double gain, long seed) {
        SplittableRandom random = new SplittableRandom(seed);
        byte[] luma = new byte[SIZE * SIZE];
        for (int i = 0; i < luma.length; i++) {
            double x = i % SIZE + 0.5 - SIZE / 2.0;
            double y = i / SIZE + 0.5 - SIZE / 2.0;
            double radius = Math.hypot(x, y);
            if (radius < SIZE / 2.0) {
                double angle = radius / FOCAL;
                double side = radius == 0 ? 0 : Math.sin(angle) / radius;
                Direction ray = new Direction(x * side, y * side, Math.cos(angle));
                double value = gain * paint.applyAsDouble(turned.inverse().apply(ray)) + random.nextGaussian();
                luma[i] = (byte) Math.max(0, Math.min(255, Math.round(value)));
            }
        }
        return luma;
    }

    private static double[] measured(byte[] before, byte[] after) {
        TurnMeter meter = new TurnMeter(lens());
        double[] turn = new double[3];
        assertThat(meter.next(before, turn)).isFalse();
        assertThat(meter.next(after, turn)).isTrue();
        return turn;
    }

    private static void turnsBy(double x, double y, double z) {
        double angle = Math.sqrt(x * x + y * y + z * z);
        Rotation turned = Rotation.about(x / angle, y / angle, z / angle, angle);
        double[] turn = measured(
                picture(Rotation.IDENTITY, TurnMeterTest::waves, 1, 1), picture(turned, TurnMeterTest::waves, 1, 2));
        assertThat(turn[0]).isCloseTo(x, within(EXACT));
        assertThat(turn[1]).isCloseTo(y, within(EXACT));
        assertThat(turn[2]).isCloseTo(z, within(EXACT));
    }

    @Test
    void readsSmallAndLargeTurnsAboutAllAxes() {
        turnsBy(0.001, -0.0005, 0.0007);
        turnsBy(0.02, 0.01, -0.03);
        turnsBy(-0.05, 0.03, 0.04);
    }

    @Test
    void anotherExposureIsNoTurn() {
        Rotation turned = Rotation.about(0, 1, 0, 0.01);
        double[] turn = measured(
                picture(Rotation.IDENTITY, TurnMeterTest::waves, 1, 3), picture(turned, TurnMeterTest::waves, 0.7, 4));
        assertThat(turn[1]).isCloseTo(0.01, within(EXACT));
        assertThat(turn[0]).isCloseTo(0, within(EXACT));
    }

    @Test
    void somebodyWhoWalksByIsLeftOut() {
        byte[] before = picture(Rotation.IDENTITY, TurnMeterTest::waves, 1, 5);
        byte[] after = picture(Rotation.about(1, 0, 0, 0.01), TurnMeterTest::waves, 1, 6);
        for (int y = 50; y < 120; y++) {
            for (int x = 60; x < 85; x++) {
                before[y * SIZE + x] = (byte) (60 + 40 * Math.sin(0.5 * x + 0.3 * y));
                after[y * SIZE + x] = (byte) (60 + 40 * Math.sin(0.5 * (x - 3) + 0.3 * y));
            }
        }
        double[] turn = measured(before, after);
        assertThat(turn[0]).isCloseTo(0.01, within(3 * EXACT));
        assertThat(turn[1]).isCloseTo(0, within(3 * EXACT));
    }

    @Test
    void aBlankWallTellsNothing() {
        TurnMeter meter = new TurnMeter(lens());
        double[] turn = new double[3];
        meter.next(picture(Rotation.IDENTITY, d -> 90, 1, 7), turn);
        assertThat(meter.next(picture(Rotation.IDENTITY, d -> 90, 1, 8), turn)).isFalse();
        assertThat(meter.light()).isCloseTo(90 / 255.0, within(0.002));
    }
}
