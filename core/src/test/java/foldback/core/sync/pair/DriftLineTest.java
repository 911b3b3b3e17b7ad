package foldback.core.sync.pair;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** Lines through lags in closed form, with wrong ones among them. */
class DriftLineTest {
    private static final double NEAR = 0.0008;

    @Test
    void findsTheLineAmongWrongWindows() {
        SplittableRandom random = new SplittableRandom(4);
        double[] times = new double[40];
        double[] lags = new double[40];
        for (int i = 0; i < times.length; i++) {
            times[i] = 15 * i;
            boolean wrong = i % 3 == 1;
            lags[i] = wrong ? 0.03 * (random.nextDouble() - 0.5) : 0.002 + 30e-6 * times[i];
        }
        DriftLine line = DriftLine.fit(times, lags, NEAR, 20);
        assertThat(line.slope()).isCloseTo(30e-6, within(1e-6));
        assertThat(line.at(0)).isCloseTo(0.002, within(2e-4));
        assertThat(line.agreeing()).isBetween(26, 30);
        assertThat(line.slopeSigma()).isLessThan(1e-6);
    }

    @Test
    void aShortSpanHasNoSlope() {
        DriftLine line = DriftLine.fit(new double[] {1, 2, 3}, new double[] {0.001, 0.0011, 0.0012}, NEAR, 20);
        assertThat(line.slope()).isZero();
        assertThat(line.slopeSigma()).isInfinite();
        assertThat(line.lag()).isCloseTo(0.0011, within(1e-9));
    }

    @Test
    void noClockDriftsThatMuch() {
        DriftLine line = DriftLine.fit(new double[] {0, 50, 100}, new double[] {0, 0.03, 0.06}, NEAR, 20);
        assertThat(line.agreeing()).isEqualTo(1);
    }

    @Test
    void nothingGivesNothing() {
        assertThat(DriftLine.fit(new double[0], new double[0], NEAR, 20).agreeing())
                .isZero();
    }
}
