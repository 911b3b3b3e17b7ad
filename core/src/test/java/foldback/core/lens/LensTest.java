package foldback.core.lens;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import foldback.core.space.Direction;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

class LensTest {
    private static final LensFrame FRAME =
            new LensFrame(800, 600, 405, 297, Optional.of(new ImageCircle(401, 299, 280)));
    private static final double FOCAL = 250;

    static Stream<Lens> lenses() {
        return Stream.concat(
                Stream.of(
                        new FisheyeLens(FRAME, FOCAL, 0, 0, 0, 0),
                        new FisheyeLens(FRAME, FOCAL, -0.03, 0.006, -0.001, 0.0001),
                        new RectilinearLens(FRAME, FOCAL, 0, 0, 0, 0, 0),
                        new RectilinearLens(FRAME, FOCAL, -0.08, 0.01, 0.001, 0.002, -0.001)),
                Stream.of(ClosedFormFisheye.Kind.values()).map(kind -> new ClosedFormFisheye(FRAME, kind, FOCAL)));
    }

    @ParameterizedTest
    @MethodSource("lenses")
    void unprojectUndoesProject(Lens lens) {
        for (double yaw = -50; yaw <= 50; yaw += 12.5) {
            for (double pitch = -40; pitch <= 40; pitch += 10) {
                Direction direction = Direction.ofYawPitch(Math.toRadians(yaw), Math.toRadians(pitch));
                double[] xy = project(lens, direction);
                assertThat(lens.unproject(xy[0], xy[1]).angleTo(direction))
                        .as("%s at yaw %s pitch %s", lens, yaw, pitch)
                        .isLessThan(1e-8);
            }
        }
    }

    @ParameterizedTest
    @MethodSource("lenses")
    void theAxisLandsInTheCentreAndUpIsUp(Lens lens) {
        assertThat(project(lens, Direction.FORWARD)).containsExactly(405, 297);
        assertThat(project(lens, Direction.ofYawPitch(0, 0.1))[1]).isLessThan(297);
        assertThat(project(lens, Direction.ofYawPitch(0.1, 0))[0]).isGreaterThan(405);
    }

    @ParameterizedTest
    @MethodSource("lenses")
    void scalesWithThePictureAndRefusesAnotherAspect(Lens lens) {
        Direction direction = Direction.ofYawPitch(0.4, -0.3);
        double[] full = project(lens, direction);
        double[] half = project(lens.scaledTo(400, 300), direction);
        assertThat(half[0]).isCloseTo(full[0] / 2, within(1e-9));
        assertThat(half[1]).isCloseTo(full[1] / 2, within(1e-9));
        assertThatThrownBy(() -> lens.scaledTo(800, 800)).hasMessageContaining("the aspect differs");
    }

    @Test
    void radiiFollowTheClosedForms() {
        double t = Math.toRadians(50);
        assertThat(radius(new FisheyeLens(FRAME, FOCAL, 0, 0, 0, 0), t)).isCloseTo(FOCAL * t, within(1e-9));
        assertThat(radius(new FisheyeLens(FRAME, FOCAL, 0.1, 0.02, 0, 0), t))
                .isCloseTo(FOCAL * (t + 0.1 * Math.pow(t, 3) + 0.02 * Math.pow(t, 5)), within(1e-9));
        assertThat(radius(closed(ClosedFormFisheye.Kind.EQUISOLID), t))
                .isCloseTo(FOCAL * 2 * Math.sin(t / 2), within(1e-9));
        assertThat(radius(closed(ClosedFormFisheye.Kind.STEREOGRAPHIC), t))
                .isCloseTo(FOCAL * 2 * Math.tan(t / 2), within(1e-9));
        assertThat(radius(closed(ClosedFormFisheye.Kind.ORTHOGRAPHIC), t)).isCloseTo(FOCAL * Math.sin(t), within(1e-9));
        assertThat(radius(new RectilinearLens(FRAME, FOCAL, 0, 0, 0, 0, 0), t))
                .isCloseTo(FOCAL * Math.tan(t), within(1e-9));
    }

    @Test
    void saysNothingBeyondItsModel() {
        assertThat(project(closed(ClosedFormFisheye.Kind.ORTHOGRAPHIC), Direction.ofYawPitch(2, 0))[0])
                .isNaN();
        assertThat(project(new RectilinearLens(FRAME, FOCAL, 0, 0, 0, 0, 0), Direction.ofYawPitch(Math.PI, 0))[0])
                .isNaN();
        // Strong distortion folds back: what lies beyond the fold is refused, not shown twice.
        FisheyeLens folding = new FisheyeLens(FRAME, FOCAL, -0.2, 0, 0, 0);
        assertThat(project(folding, Direction.ofYawPitch(2.5, 0))[0]).isNaN();
        assertThatThrownBy(() -> folding.unproject(3000, 300)).hasMessageContaining("no direction");
    }

    @Test
    void theHalfFieldIsTheAngleAtTheCircle() {
        LensFrame frame = new LensFrame(1000, 1000, 500, 500, Optional.of(new ImageCircle(500, 500, 480)));
        FisheyeLens lens = FisheyeLens.equidistant(frame, Math.toRadians(195));
        assertThat(Math.toDegrees(lens.halfField())).isCloseTo(97.5, within(1e-6));
    }

    @Test
    void depthInsideIsMeasuredFromCircleAndEdges() {
        assertThat(FRAME.depthInside(401, 299)).isCloseTo(280, within(1e-9));
        assertThat(FRAME.depthInside(401 + 290, 299)).isCloseTo(-10, within(1e-9));
        assertThat(new LensFrame(800, 600, 400, 300, Optional.empty()).depthInside(3, 300))
                .isEqualTo(3);
        assertThatThrownBy(() -> new FisheyeLens(FRAME, 0, 0, 0, 0, 0))
                .hasMessageContaining("'focalPx' must be above 0");
    }

    private static Lens closed(ClosedFormFisheye.Kind kind) {
        return new ClosedFormFisheye(FRAME, kind, FOCAL);
    }

    private static double radius(Lens lens, double angle) {
        return project(lens, Direction.ofYawPitch(angle, 0))[0] - FRAME.cx();
    }

    private static double[] project(Lens lens, Direction d) {
        double[] xy = new double[2];
        lens.project(new double[] {d.x(), d.y(), d.z()}, xy, new double[1], 1);
        return xy;
    }
}
