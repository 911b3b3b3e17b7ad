package foldback.core.solve.adjust;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.lens.ClosedFormFisheye;
import foldback.core.lens.FisheyeLens;
import foldback.core.lens.Lens;
import foldback.core.lens.LensFrame;
import foldback.core.lens.RectilinearLens;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Against the lens models themselves and against central differences. */
class LensValuesTest {
    private static final double STEP = 1e-6;
    private static final LensFrame FRAME = new LensFrame(1000, 800, 503, 396, Optional.empty());

    static Stream<Lens> lenses() {
        return Stream.of(
                new FisheyeLens(FRAME, 310, 0.02, -0.004, 0.0007, -0.0001),
                new ClosedFormFisheye(FRAME, ClosedFormFisheye.Kind.EQUISOLID, 310),
                new ClosedFormFisheye(FRAME, ClosedFormFisheye.Kind.STEREOGRAPHIC, 310),
                new ClosedFormFisheye(FRAME, ClosedFormFisheye.Kind.ORTHOGRAPHIC, 310),
                new RectilinearLens(FRAME, 520, -0.05, 0.01, -0.002, 0.0008, -0.0006));
    }

    /** An adjustment asks one lens from many threads. */
    @ParameterizedTest
    @MethodSource("lenses")
    void manyThreadsGetTheSame(Lens lens) {
        LensValues values = new LensValues(lens);
        int count = 200_000;
        double[][] rays = new double[64][];
        double[][] alone = new double[64][2];
        SplittableRandom random = new SplittableRandom(6);
        for (int n = 0; n < rays.length; n++) {
            rays[n] = ray(random);
            values.project(rays[n], alone[n], new double[6], new double[2 * LensValues.COUNT]);
        }
        long others = IntStream.range(0, count)
                .parallel()
                .filter(i -> {
                    int n = i * 31 % rays.length;
                    double[] xy = new double[2];
                    values.project(rays[n], xy, new double[6], new double[2 * LensValues.COUNT]);
                    return xy[0] != alone[n][0] || xy[1] != alone[n][1];
                })
                .count();
        assertThat(others).isZero();
    }

    @ParameterizedTest
    @MethodSource("lenses")
    void projectsAsTheLensDoes(Lens lens) {
        SplittableRandom random = new SplittableRandom(4);
        LensValues values = new LensValues(lens);
        assertThat(values.lens()).isEqualTo(lens);
        double[] xy = new double[2];
        double[] there = new double[2];
        for (int n = 0; n < 50; n++) {
            double[] ray = ray(random);
            assertThat(values.project(ray, xy, new double[6], new double[2 * LensValues.COUNT]))
                    .isTrue();
            lens.project(ray, there, new double[1], 1);
            assertThat(xy).containsExactly(there, within(1e-9));
        }
    }

    @ParameterizedTest
    @MethodSource("lenses")
    void changesWithRayAndValuesAsDifferencesSay(Lens lens) {
        SplittableRandom random = new SplittableRandom(5);
        LensValues values = new LensValues(lens);
        double[] xy = new double[2];
        double[] byRay = new double[6];
        double[] byValue = new double[2 * LensValues.COUNT];
        for (int n = 0; n < 20; n++) {
            double[] ray = ray(random);
            values.project(ray, xy, byRay, byValue);
            for (int k = 0; k < 3; k++) {
                double[] slope = slope(values, ray, ray, k);
                assertThat(byRay[k]).isCloseTo(slope[0], within(1e-3));
                assertThat(byRay[3 + k]).isCloseTo(slope[1], within(1e-3));
            }
            for (int k = 0; k < LensValues.DISTORTION + values.distortions(); k++) {
                double[] slope = slope(values, ray, values.values, k);
                assertThat(byValue[k]).as("value %d", k).isCloseTo(slope[0], within(2e-3));
                assertThat(byValue[LensValues.COUNT + k]).isCloseTo(slope[1], within(2e-3));
            }
        }
    }

    private static double[] slope(LensValues values, double[] ray, double[] moved, int k) {
        double[] one = new double[2];
        double[] two = new double[2];
        double kept = moved[k];
        moved[k] = kept + STEP;
        values.project(ray, one, new double[6], new double[2 * LensValues.COUNT]);
        moved[k] = kept - STEP;
        values.project(ray, two, new double[6], new double[2 * LensValues.COUNT]);
        moved[k] = kept;
        return new double[] {(one[0] - two[0]) / (2 * STEP), (one[1] - two[1]) / (2 * STEP)};
    }

    /** Within some 50 degrees of the axis, of any length. */
    private static double[] ray(SplittableRandom random) {
        double length = 0.5 + random.nextDouble();
        return new double[] {
            length * (1.6 * random.nextDouble() - 0.8), length * (1.6 * random.nextDouble() - 0.8), length
        };
    }
}
