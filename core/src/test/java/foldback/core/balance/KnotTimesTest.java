package foldback.core.balance;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.time.TimeSpan;
import java.util.Arrays;
import org.junit.jupiter.api.Test;

class KnotTimesTest {
    @Test
    void oneASecondWithBothEndsAndNoMoreThanAllowed() {
        double[] times = KnotTimes.even(new TimeSpan(-1, 59), 600);
        assertThat(times).hasSize(61);
        assertThat(times[0]).isEqualTo(-1);
        assertThat(times[60]).isBetween(58.9, 59.0);
        assertThat(KnotTimes.even(new TimeSpan(0, 3600), 600)).hasSize(600);
        assertThat(KnotTimes.even(new TimeSpan(0, 0.5), 600)).hasSize(4);
        assertThat(KnotTimes.even(new TimeSpan(0, 10), 3)).hasSize(3);
    }

    @Test
    void moreWhereExposureChangesFastAndEachFrameWhereItJumps() {
        double[] knots = {0, 1, 2, 3};
        double[][][] stops = {grey(0), grey(0.01), grey(0.1), grey(0.6)};
        double[] more = KnotTimes.between(knots, stops, 0.04, 100);
        assertThat(more).isSorted();
        assertThat(Arrays.stream(more).filter(time -> time < 2)).containsExactly(1.25, 1.5, 1.75);
        assertThat(Arrays.stream(more).filter(time -> time > 2)).hasSize(24);
        assertThat(KnotTimes.between(knots, stops, 0.04, 10)).hasSize(10);
    }

    private static double[][] grey(double stops) {
        return new double[][] {{stops, stops, stops}, {0, 0, 0}};
    }
}
