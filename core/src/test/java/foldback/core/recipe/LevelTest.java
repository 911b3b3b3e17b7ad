package foldback.core.recipe;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.keys.Easing;
import foldback.core.keys.Key;
import foldback.core.keys.RotationKeys;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class LevelTest {
    private static final double TURN = Math.toRadians(40);

    /** What was at a yaw of the upright picture is in its middle, and what was upright stays so. */
    @Test
    void aTurnedFrontShowsWhatWasBesideIt() {
        Level level = new Level(0.4, 0.2, -0.3);
        Level turned = level.facing(TURN);
        for (double pitch : new double[] {-0.5, 0, 1}) {
            Direction before = level.still().apply(Direction.ofYawPitch(TURN, pitch));
            assertThat(turned.still().apply(Direction.ofYawPitch(0, pitch)).angleTo(before))
                    .isCloseTo(0, within(1e-7));
        }
    }

    @Test
    void keysTurnWithIt() {
        RotationKeys keys = new RotationKeys(List.of(
                new Key<>(1, Rotation.ofYawPitchRoll(0.1, 0.2, 0), Easing.LINEAR),
                new Key<>(3, Rotation.ofYawPitchRoll(1.4, -0.2, 0.3), Easing.LINEAR)));
        Level level = new Level(0, 0, 0, Optional.of(keys), List.of());
        for (double seconds : new double[] {0, 1, 1.7, 3, 4}) {
            assertThat(level.facing(TURN)
                            .at(seconds)
                            .angleTo(level.at(seconds).times(Rotation.ofYawPitchRoll(TURN, 0, 0))))
                    .isCloseTo(0, within(1e-7));
        }
    }
}
