package foldback.core.warp;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.measure.SlowSampling;
import foldback.core.picture.BytePlane;
import foldback.core.picture.Plane;
import foldback.core.picture.ShortPlane;
import foldback.core.rig.ReadyRigs;
import foldback.core.rig.RigLens;
import foldback.core.space.Rotation;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** Kernels against a slow double-precision reference, on padded, non-square planes of 8 and 10 bits. */
class SamplerTest {
    private static final Canvas CANVAS = new Canvas(1024, 512);
    private static final int CELL = 8;
    private static final int CELLS = 3;
    /**
     * Codes of 8 bits: half a step of the 64 phases in each of two directions times the largest difference of neighbours,
     * 255, in noise.
     */
    private static final double MAX_ERROR_8 = 2 * 255 / 128.0;

    static Stream<Arguments> cases() {
        return Stream.of(Kernel.values())
                .flatMap(kernel -> Stream.of(Arguments.of(kernel, 8), Arguments.of(kernel, 10)));
    }

    @ParameterizedTest
    @MethodSource("cases")
    void followsTheReference(Kernel kernel, int bits) {
        Plane plane = noise(bits);
        RigLens lens = ReadyRigs.twoBackToBack().lenses().get(0);
        LensView view = new LensView(lens.scaledTo(512, 512), Rotation.ofYawPitchRoll(0.3, 0.2, 0.4), 1e9);
        CoordinateGrid grid = CoordinateGrid.of(CANVAS, view, CELL);
        StripPath path = new StripPath(CELLS * CELL * CELL);
        SamplePlaces places = new SamplePlaces(CELLS * CELL * CELL);
        Sampler sampler = new Sampler(CELLS * CELL * CELL);
        int[] out = new int[CELLS * CELL * CELL];
        double[] xy = new double[2];
        double worst = 0;
        int compared = 0;
        for (int row = 20; row < 44; row += 3) {
            for (int column = 40; column < 80; column += 5) {
                int node = row * grid.columns() + column;
                if (!grid.known(node) || !grid.known(node + 1) || !grid.known(node + 2)) {
                    continue;
                }
                path.luma(grid, node, CELLS);
                path.clamp(plane.width(), plane.height());
                places.set(path, plane.stride());
                sampler.sample(plane, kernel, places, out);
                for (int i = 0; i < out.length; i++) {
                    int u = i % (CELLS * CELL);
                    grid.at(node + u / CELL, u % CELL, i / (CELLS * CELL), xy);
                    double x = xy[0] - 0.5;
                    double y = xy[1] - 0.5;
                    if (x < 2 || y < 2 || x > plane.width() - 4 || y > plane.height() - 4) {
                        continue;
                    }
                    double wanted = kernel == Kernel.QUICK
                            ? SlowSampling.bilinear(plane, x, y)
                            : SlowSampling.bicubic(plane, x, y);
                    worst = Math.max(worst, Math.abs(out[i] / 8.0 - wanted));
                    compared++;
                }
            }
        }
        assertThat(compared).isGreaterThan(5000);
        assertThat(worst).as("worst of %d samples", compared).isLessThan(MAX_ERROR_8 * (bits == 10 ? 4 : 1));
    }

    @ParameterizedTest
    @MethodSource("cases")
    void aFlatPlaneStaysExactlyFlat(Kernel kernel, int bits) {
        Plane plane = bits == 8 ? new BytePlane(64, 48) : new ShortPlane(64, 48);
        int value = bits == 8 ? 201 : 803;
        for (int y = 0; y < 48; y++) {
            for (int x = 0; x < 64; x++) {
                plane.set(x, y, value);
            }
        }
        StripPath path = new StripPath(64);
        RigLens lens = ReadyRigs.twoBackToBack().lenses().get(0);
        CoordinateGrid grid = CoordinateGrid.of(CANVAS, new LensView(lens, Rotation.IDENTITY, 1e9), CELL);
        path.luma(grid, 30 * grid.columns() + 60, 1);
        path.clamp(64, 48);
        int[] out = new int[64];
        SamplePlaces places = new SamplePlaces(64);
        places.set(path, plane.stride());
        new Sampler(64).sample(plane, kernel, places, out);
        assertThat(out).containsOnly(value * 8);
    }

    @ParameterizedTest
    @MethodSource("cases")
    void chromaOfALinearRampKeepsItsPlace(Kernel kernel, int bits) {
        // Chroma at the left, halved both ways: its value is the luma coordinate of its place.
        Plane chroma = bits == 8 ? new BytePlane(256, 256) : new ShortPlane(256, 256);
        double slope = bits == 8 ? 0.25 : 1;
        for (int y = 0; y < 256; y++) {
            for (int x = 0; x < 256; x++) {
                chroma.set(x, y, (int) Math.round((2 * x + 0.5) * slope));
            }
        }
        RigLens lens = ReadyRigs.twoBackToBack().lenses().get(0);
        CoordinateGrid grid =
                CoordinateGrid.of(CANVAS, new LensView(lens.scaledTo(512, 512), Rotation.IDENTITY, 1e9), CELL);
        int node = 30 * grid.columns() + 62;
        StripPath path = new StripPath(CELL * CELL);
        path.chroma(grid, node, 1, 1, 1, 0.5);
        int[] out = new int[CELL * CELL / 4];
        SamplePlaces places = new SamplePlaces(CELL * CELL);
        places.set(path, chroma.stride());
        new Sampler(CELL * CELL).sample(chroma, kernel, places, out);
        double[] xy = new double[2];
        for (int i = 0; i < out.length; i++) {
            grid.at(node, 2 * (i % 4), 2 * (i / 4) + 0.5, xy);
            assertThat(out[i] / 8.0).isCloseTo(xy[0] * slope, within(0.75));
        }
    }

    private static Plane noise(int bits) {
        int width = 512;
        int height = 500;
        int pad = 24;
        Random random = new Random(5);
        if (bits == 8) {
            byte[] data = new byte[(width + pad) * (height + 3)];
            random.nextBytes(data);
            return new BytePlane(data, pad + 7, width + pad, width, height);
        }
        short[] data = new short[(width + pad) * (height + 3)];
        for (int i = 0; i < data.length; i++) {
            data[i] = (short) random.nextInt(1024);
        }
        return new ShortPlane(data, pad + 7, width + pad, width, height);
    }
}
