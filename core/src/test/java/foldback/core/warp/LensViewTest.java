package foldback.core.warp;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import foldback.core.lens.FisheyeLens;
import foldback.core.lens.ImageCircle;
import foldback.core.lens.LensFrame;
import foldback.core.rig.RigLens;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LensViewTest {
    private static final Canvas CANVAS = new Canvas(3840, 1920);
    private static final double FIELD = Math.toRadians(195);
    private static final double FORWARD = 0.04;

    /** An equidistant lens ahead of the rig's origin: r = f angle, and its axis is Z. */
    private static final RigLens LENS = new RigLens(
            "A",
            FisheyeLens.equidistant(
                    new LensFrame(1920, 1920, 960, 960, Optional.of(new ImageCircle(960, 960, 950))), FIELD),
            Rotation.IDENTITY,
            new Position(0, 0, FORWARD));

    @ParameterizedTest
    @CsvSource({"30, 1", "60, 0.5", "85, 2", "-85, 0.3", "10, 1000000"})
    void aPlaceOnTheCanvasStandsForThePointAtTheMeetingDistance(double yawDegrees, double metres) {
        double yaw = Math.toRadians(yawDegrees);
        LensView view = new LensView(LENS, Rotation.IDENTITY, metres);
        double[] xy = view.project(CANVAS, (yawDegrees / 360 + 0.5) * 3840, 960);
        // From the pupil the point at that distance lies this far from the axis.
        double angle = Math.atan2(metres * Math.sin(yaw), metres * Math.cos(yaw) - FORWARD);
        assertThat(xy[0]).isCloseTo(960 + angle / (FIELD / 2) * 950, within(1e-6));
        assertThat(xy[1]).isCloseTo(960, within(1e-6));
    }

    @Test
    void farAwayThePupilDoesNotMatter() {
        double[] here = new LensView(LENS, Rotation.IDENTITY, Double.POSITIVE_INFINITY).project(CANVAS, 2500, 700);
        RigLens centred = new RigLens("A", LENS.lens(), Rotation.IDENTITY, new Position(0, 0, 0));
        double[] there = new LensView(centred, Rotation.IDENTITY, 1).project(CANVAS, 2500, 700);
        assertThat(here).containsExactly(there, within(1e-9));
    }

    /** A shift that turns all rays is a lens that is turned the other way; read row by row or not. */
    @Test
    void aShiftMovesWhatTheLensIsAskedFor() {
        Rotation by = Rotation.ofYawPitchRoll(0.05, -0.03, 0.02);
        double[] m = by.matrix();
        RayShift shift = (rays, count) -> {
            for (int i = 0; i < 3 * count; i += 3) {
                double x = rays[i];
                double y = rays[i + 1];
                double z = rays[i + 2];
                for (int k = 0; k < 3; k++) {
                    rays[i + k] = m[3 * k] * x + m[3 * k + 1] * y + m[3 * k + 2] * z;
                }
            }
        };
        RigLens far = new RigLens("A", LENS.lens(), Rotation.IDENTITY, new Position(0, 0, 0));
        Rotation canvas = Rotation.ofYawPitchRoll(0.3, 0.1, 0.2);
        for (List<Rotation> rotations : List.of(
                List.of(canvas), List.of(canvas, canvas.times(Rotation.ofYawPitchRoll(0.02, 0.01, 0)), canvas))) {
            double[] shifted = new LensView(far, rotations, 1, shift).project(CANVAS, 2300, 800);
            double[] turned = new LensView(far.withRotation(by.inverse()), rotations, 1, RayShift.NONE)
                    .project(CANVAS, 2300, 800);
            assertThat(shifted).containsExactly(turned, within(1e-6));
        }
    }

    @Test
    void aMeetingDistanceOfNothingIsRefused() {
        assertThatThrownBy(() -> new LensView(LENS, Rotation.IDENTITY, 0)).hasMessageContaining("meetingMetres");
    }
}
