package foldback.core.match;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class SpreadTest {
    @Test
    void anEllipseComesBackFromItsCovariance() {
        for (double angle = -1.5; angle < 1.5; angle += 0.25) {
            double[] c = new Spread(0.3, 0.07, angle).covariance();
            Spread back = Spread.of(c[0], c[1], c[2]);
            assertThat(back.longPx()).isCloseTo(0.3, within(1e-12));
            assertThat(back.shortPx()).isCloseTo(0.07, within(1e-12));
            assertThat(back.angle()).isCloseTo(angle, within(1e-9));
        }
    }

    @Test
    void whatIsTurnedAndScaledIsTurnedAndScaled() {
        double turn = 0.4;
        double[] map = {2 * Math.cos(turn), -2 * Math.sin(turn), 2 * Math.sin(turn), 2 * Math.cos(turn)};
        Spread seen = new Spread(0.3, 0.1, 0.5).through(map);
        assertThat(seen.longPx()).isCloseTo(0.6, within(1e-12));
        assertThat(seen.shortPx()).isCloseTo(0.2, within(1e-12));
        assertThat(seen.angle()).isCloseTo(0.9, within(1e-9));
    }

    /** Nothing, or less than nothing, is what rounding leaves of a line's width. */
    @Test
    void aLineIsAThinEllipse() {
        Spread line = Spread.of(2, 2, 2);
        assertThat(line.longPx()).isCloseTo(2, within(1e-9));
        assertThat(line.shortPx()).isBetween(1e-6, 1e-3);
        assertThat(line.angle()).isCloseTo(Math.PI / 4, within(1e-9));
        assertThat(Spread.of(1, 1 + 1e-9, 1).shortPx()).isGreaterThan(0);
    }

    @Test
    void aCircleIsTheSameInEveryDirection() {
        assertThat(Spread.even(0.2).covariance()).containsExactly(new double[] {0.04, 0, 0.04}, within(1e-15));
        assertThat(new Spread(0.4, 0.1, 1).meanPx()).isCloseTo(0.2, within(1e-12));
    }

    @Test
    void whatIsNoEllipseIsRefused() {
        assertThatThrownBy(() -> new Spread(0.1, 0.2, 0)).hasMessageContaining("longer one first");
        assertThatThrownBy(() -> new Spread(0.1, 0, 0)).hasMessageContaining("above 0");
        assertThatThrownBy(() -> Spread.even(Double.NaN)).hasMessageContaining("above 0");
    }
}
