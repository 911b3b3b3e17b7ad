package foldback.core.lens;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.rig.ReadyRigs;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

class RadialTableTest {
    private static final double FARTHEST = Math.toRadians(106);
    /** More than one of the table's. */
    private static final double STEP = 0.001;

    static Stream<Lens> lenses() {
        LensFrame frame = new LensFrame(3840, 3840, 1930, 1905, Optional.of(new ImageCircle(1925, 1910, 1880)));
        return Stream.concat(
                Stream.of(
                        FisheyeLens.equidistant(frame, Math.toRadians(195)),
                        new FisheyeLens(frame, 1100, 0.02, -0.01, 0.003, -0.0004)),
                Stream.of(ClosedFormFisheye.Kind.values()).map(kind -> new ClosedFormFisheye(frame, kind, 1150)));
    }

    @ParameterizedTest
    @MethodSource("lenses")
    void placesAreTheLenss(Lens lens) {
        RadialTable table = RadialTable.of(lens, FARTHEST).orElseThrow();
        SplittableRandom random = new SplittableRandom(3);
        double[] exact = new double[2];
        double[] found = new double[2];
        int seen = 0;
        for (int i = 0; i < 5000; i++) {
            double angle = random.nextDouble(0, Math.toRadians(115));
            double around = random.nextDouble(0, 2 * Math.PI);
            double length = random.nextDouble(0.5, 3);
            lens.project(ray(angle, around, 1), exact, new double[1], 1);
            table.project(ray(angle, around, length), found, 1);
            if (angle > FARTHEST + STEP) {
                assertThat(found[0]).isNaN();
            } else if (angle < FARTHEST - STEP && isKnown(lens, angle + STEP, around)) {
                seen++;
                assertThat(found).containsExactly(exact, within(0.001));
            }
        }
        assertThat(seen).isGreaterThan(2000);
    }

    private static double[] ray(double angle, double around, double length) {
        double across = length * Math.sin(angle);
        return new double[] {across * Math.cos(around), across * Math.sin(around), length * Math.cos(angle)};
    }

    private static boolean isKnown(Lens lens, double angle, double around) {
        double[] xy = new double[2];
        lens.project(ray(angle, around, 1), xy, new double[1], 1);
        return !Double.isNaN(xy[0]);
    }

    @Test
    void lensesThatAreNotOfRevolutionHaveNone() {
        assertThat(RadialTable.of(ReadyRigs.sixAround().lenses().get(0).lens(), 1))
                .isEmpty();
    }
}
