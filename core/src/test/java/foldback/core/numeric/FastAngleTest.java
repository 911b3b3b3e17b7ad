package foldback.core.numeric;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class FastAngleTest {
    @Test
    void anglesAreThoseOfTheLibrary() {
        for (int step = -3600; step <= 3600; step++) {
            double angle = step * Math.PI / 3600;
            double y = 3 * Math.sin(angle);
            double x = 3 * Math.cos(angle);
            assertThat(Math.abs(FastAngle.atan2(y, x))).isCloseTo(Math.abs(Math.atan2(y, x)), within(1e-6));
            assertThat(Math.signum(FastAngle.atan2(y, x))).isEqualTo(Math.signum(Math.atan2(y, x)));
        }
        assertThat(FastAngle.atan2(0, 0)).isZero();
        assertThat(FastAngle.atan2(0, -1)).isEqualTo(Math.PI);
    }

    @Test
    void smallSinesAndCosinesAreThoseOfTheLibrary() {
        for (double angle = -0.5; angle <= 0.5; angle += 0.001) {
            assertThat(FastAngle.smallSine(angle)).isCloseTo(Math.sin(angle), within(1e-8));
            assertThat(FastAngle.smallCosine(angle)).isCloseTo(Math.cos(angle), within(1e-8));
        }
    }
}
