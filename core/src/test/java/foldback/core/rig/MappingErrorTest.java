package foldback.core.rig;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.lens.FisheyeLens;
import foldback.core.lens.ImageCircle;
import foldback.core.lens.LensFrame;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class MappingErrorTest {
    private static final double HALF = Math.toRadians(95);
    private static final double RADIUS = 470;

    private static Rig back(double focal, double turn) {
        return new Rig("back to back", List.of(lens("A", 0, focal, turn), lens("B", Math.PI, focal, turn)));
    }

    private static RigLens lens(String slot, double yaw, double focal, double turn) {
        LensFrame frame = new LensFrame(960, 960, 480, 480, Optional.of(new ImageCircle(480, 480, RADIUS)));
        return new RigLens(
                slot,
                new FisheyeLens(frame, focal, 0, 0, 0, 0),
                Rotation.ofYawPitchRoll(turn, 0, 0).times(Rotation.ofYawPitchRoll(yaw, 0, 0)),
                new Position(0, 0, 0));
    }

    /** An equidistant lens whose focal length is off by a share is off by that share of the angle: its mean square over a disc is a half. */
    @Test
    void aFocalLengthThatIsOffShowsOverTheLensAsItsShareOfTheAngle() {
        double focal = RADIUS / HALF;
        MappingError error = MappingError.overLenses(back(1.01 * focal, 0), back(focal, 0));
        assertThat(error.rms()).isCloseTo(HALF * (1 - 1 / 1.01) / Math.sqrt(2), within(0.02 * 0.01 * HALF));
        assertThat(MappingError.overOverlaps(back(1.01 * focal, 0), back(focal, 0))
                        .rms())
                .isBetween(HALF * 0.0085, HALF * 0.01);
    }

    @Test
    void theWholeRigsRotationIsNoError() {
        double focal = RADIUS / HALF;
        assertThat(MappingError.overLenses(back(focal, 0.3), back(focal, 0)).rms())
                .isLessThan(1e-6);
    }
}
