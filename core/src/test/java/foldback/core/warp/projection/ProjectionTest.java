package foldback.core.warp.projection;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import foldback.core.rig.ReadyRigs;
import foldback.core.rig.RigLens;
import foldback.core.space.Direction;
import foldback.core.space.Position;
import foldback.core.warp.projection.CentralProjection.Law;
import java.util.SplittableRandom;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

class ProjectionTest {
    private static final int WIDTH = 640;
    private static final int HEIGHT = 320;

    static Stream<Projection> all() {
        return Stream.of(
                new Sphere(),
                PartSphere.HALF,
                new PartSphere(-1, 2, -0.5, 1.2),
                new CentralProjection(Law.FLAT, Math.toRadians(110)),
                new CentralProjection(Law.STEREOGRAPHIC, Math.toRadians(300)),
                new CentralProjection(Law.EQUIDISTANT, Math.toRadians(200)),
                new Cylindrical(Math.toRadians(220)),
                new Panini(Math.toRadians(150), 1),
                new Panini(Math.toRadians(100), 0.4));
    }

    /** Its picture is larger than the places that are tried, and its pupil is beside the rig's origin. */
    private static RigLens lens() {
        return ReadyRigs.twoBackToBack().lenses().get(1).scaledTo(WIDTH, WIDTH);
    }

    @Test
    void aLensPictureShowsPointsAtTheMeetingDistance() {
        double meeting = 0.4;
        RigLens lens = lens();
        double[] ray = ray(new LensPicture(lens, meeting), 200, 150);
        Position pupil = lens.pupil();
        Direction seen = lens.rigFromLens()
                .inverse()
                .apply(new Direction(
                        meeting * ray[0] - pupil.x(), meeting * ray[1] - pupil.y(), meeting * ray[2] - pupil.z()));
        assertThat(seen.angleTo(lens.lens().unproject(200, 150))).isLessThan(1e-9);
        assertThatThrownBy(() -> new LensPicture(lens, 0.01))
                .hasMessageContaining("the meeting distance must be more, it is 0.01 m");
    }

    private static double[] ray(Projection projection, double x, double y) {
        double[] ray = new double[3];
        projection.ray(x, y, WIDTH, HEIGHT, ray);
        return ray;
    }

    private static double[] place(Projection projection, Direction direction) {
        double[] xy = new double[2];
        projection.place(direction, WIDTH, HEIGHT, xy);
        return xy;
    }

    static Stream<Projection> withLenses() {
        return Stream.concat(
                all(), Stream.of(new LensPicture(lens(), Double.POSITIVE_INFINITY), new LensPicture(lens(), 0.5)));
    }

    @ParameterizedTest
    @MethodSource("withLenses")
    void placesComeBackFromTheirDirections(Projection projection) {
        SplittableRandom random = new SplittableRandom(7);
        int seen = 0;
        for (int i = 0; i < 500; i++) {
            double x = random.nextDouble(WIDTH);
            double y = random.nextDouble(HEIGHT);
            double[] ray = ray(projection, x, y);
            if (Double.isNaN(ray[0])) {
                continue;
            }
            seen++;
            assertThat(Math.sqrt(ray[0] * ray[0] + ray[1] * ray[1] + ray[2] * ray[2]))
                    .isCloseTo(1, within(1e-12));
            double[] xy = place(projection, new Direction(ray[0], ray[1], ray[2]));
            assertThat(xy[0]).isCloseTo(x, within(1e-7));
            assertThat(xy[1]).isCloseTo(y, within(1e-7));
        }
        assertThat(seen).isGreaterThan(300);
    }

    @ParameterizedTest
    @MethodSource("all")
    void rowsAreMadeOfTheirPlaces(Projection projection) {
        double[] rays = new double[3 * 9];
        projection.rows(WIDTH, HEIGHT, 3.5, 64, 9).of(101.5, rays);
        for (int i = 0; i < 9; i++) {
            double[] ray = ray(projection, 3.5 + 64 * i, 101.5);
            for (int k = 0; k < 3; k++) {
                assertThat(rays[3 * i + k]).isCloseTo(ray[k], within(1e-15));
            }
        }
    }

    /** The middle looks ahead, right is right and up is up, whatever the projection. */
    @ParameterizedTest
    @MethodSource("all")
    void axesPointTheSameWay(Projection projection) {
        double[] right = place(projection, Direction.ofYawPitch(0.3, 0));
        double[] up = place(projection, Direction.ofYawPitch(0, 0.3));
        double[] ahead = place(projection, Direction.FORWARD);
        assertThat(right[0]).isGreaterThan(ahead[0]);
        assertThat(right[1]).isCloseTo(ahead[1], within(1e-9));
        assertThat(up[1]).isLessThan(ahead[1]);
        assertThat(up[0]).isCloseTo(ahead[0], within(1e-9));
    }

    @Test
    void fieldsOfViewReachFromSideToSide() {
        double half = Math.toRadians(55);
        for (Projection projection : new Projection[] {
            new CentralProjection(Law.FLAT, 2 * half),
            new CentralProjection(Law.STEREOGRAPHIC, 2 * half),
            new CentralProjection(Law.EQUIDISTANT, 2 * half),
            new Cylindrical(2 * half),
            new Panini(2 * half, 1)
        }) {
            double[] side = place(projection, Direction.ofYawPitch(half, 0));
            assertThat(side[0]).as("%s", projection).isCloseTo(WIDTH, within(1e-9));
            assertThat(side[1]).isCloseTo(HEIGHT / 2.0, within(1e-9));
        }
    }

    @Test
    void whatIsStraightStaysStraightOnFlatPicturesAndUprightOnPanini() {
        // A horizontal bar and an upright post, two metres ahead.
        Projection flat = new CentralProjection(Law.FLAT, Math.toRadians(120));
        Projection panini = new Panini(Math.toRadians(150), 1);
        for (double t = -3; t <= 3; t += 0.5) {
            assertThat(place(flat, new Direction(t, 1, 2))[1])
                    .isCloseTo(place(flat, new Direction(0, 1, 2))[1], within(1e-9));
            assertThat(place(panini, new Direction(1.5, t, 2))[0])
                    .isCloseTo(place(panini, new Direction(1.5, 0, 2))[0], within(1e-9));
        }
    }

    @Test
    void steppingFromPixelToPixelIsWhatTheClosedFormsSay() {
        double field = Math.toRadians(100);
        double flatFocal = WIDTH / 2.0 / Math.tan(field / 2);
        double x = 500;
        double out = x - WIDTH / 2.0;
        double across = 1 / Math.sqrt(flatFocal * flatFocal + out * out);
        assertThat(new CentralProjection(Law.FLAT, field).radiansPerPixel(x, HEIGHT / 2.0, WIDTH, HEIGHT))
                .as("flat, across the way out")
                .isCloseTo(across, within(1e-8));
        double stereoFocal = WIDTH / 2.0 / (2 * Math.tan(field / 4));
        double half = out / (2 * stereoFocal);
        assertThat(new CentralProjection(Law.STEREOGRAPHIC, field).radiansPerPixel(x, HEIGHT / 2.0, WIDTH, HEIGHT))
                .as("stereographic, all ways alike")
                .isCloseTo(1 / stereoFocal / (1 + half * half), within(1e-8));
        assertThat(new CentralProjection(Law.EQUIDISTANT, field).radiansPerPixel(x, HEIGHT / 2.0, WIDTH, HEIGHT))
                .isCloseTo(field / WIDTH, within(1e-8));
        assertThat(new Cylindrical(field).radiansPerPixel(x, HEIGHT / 2.0, WIDTH, HEIGHT))
                .isCloseTo(field / WIDTH, within(1e-8));
        assertThat(PartSphere.HALF.radiansPerPixel(x, 30, WIDTH, WIDTH)).isCloseTo(Math.PI / WIDTH, within(1e-8));
        assertThat(new Sphere().radiansPerPixel(x, 30, WIDTH, HEIGHT)).isEqualTo(2 * Math.PI / WIDTH);
    }

    @Test
    void whatIsNotShownIsNotANumber() {
        Direction behind = new Direction(0.1, 0, -1);
        assertThat(place(new CentralProjection(Law.FLAT, 1), behind)[0]).isNaN();
        assertThat(place(new Panini(Math.toRadians(100), 0.4), behind)[0]).isNaN();
        assertThat(ray(new CentralProjection(Law.EQUIDISTANT, Math.toRadians(350)), 0, 0)[2])
                .as("farther out than straight behind")
                .isNaN();
    }

    @Test
    void fieldsThatCannotBeAreRefused() {
        assertThatThrownBy(() -> new CentralProjection(Law.FLAT, Math.PI)).hasMessageContaining("at most 179 degrees");
        assertThatThrownBy(() -> new CentralProjection(Law.STEREOGRAPHIC, 0)).hasMessageContaining("above 0");
        assertThatThrownBy(() -> new Cylindrical(7)).hasMessageContaining("at most 360 degrees");
        assertThatThrownBy(() -> new Panini(Math.toRadians(179.5), 0)).hasMessageContaining("field of view");
        assertThatThrownBy(() -> new PartSphere(1, 0, -1, 1)).hasMessageContaining("yaws must rise");
        assertThatThrownBy(() -> new Sphere().check(640, 322)).hasMessageContaining("2:1");
        assertThatThrownBy(() -> PartSphere.HALF.check(640, 321)).hasMessageContaining("even");
    }
}
