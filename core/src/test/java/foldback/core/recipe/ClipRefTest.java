package foldback.core.recipe;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Optional;
import org.junit.jupiter.api.Test;

/** A clip's clock against the take's. */
class ClipRefTest {
    private static ClipRef clip(double offset, double ppm) {
        return new ClipRef("A", "a.mp4", "0".repeat(64), offset, ppm, Optional.empty());
    }

    @Test
    void aSlowClockFallsBehind() {
        ClipRef slow = clip(2, 40);
        // Ten minutes of the take are 24 ms less by a clock whose second is 40 millionths longer.
        assertThat(slow.clipTime(602)).isCloseTo(600 - 0.024, within(1e-5));
        assertThat(slow.takeTime(slow.clipTime(123.456))).isCloseTo(123.456, within(1e-9));
        assertThat(clip(2, 0).clipTime(602)).isEqualTo(600);
    }

    @Test
    void movingKeepsTheClock() {
        assertThat(clip(2, 40).withOffset(5).driftPpm()).isEqualTo(40);
    }

    @Test
    void noClockIsThatWrong() {
        assertThatThrownBy(() -> clip(0, 1001)).hasMessageContaining("drift_ppm");
        assertThatThrownBy(() -> clip(0, Double.NaN)).hasMessageContaining("drift_ppm");
    }
}
