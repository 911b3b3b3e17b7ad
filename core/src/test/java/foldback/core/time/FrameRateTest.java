package foldback.core.time;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class FrameRateTest {

    @Test
    void readsFractionsAndKeepsThemExact() {
        FrameRate rate = FrameRate.parse("30000/1001");
        assertThat(rate.secondsOf(30000)).isEqualTo(1001.0);
        assertThat(rate).hasToString("30000/1001");
        assertThat(FrameRate.parse("50/2")).hasToString("25");
        assertThatThrownBy(() -> FrameRate.parse("fast")).hasMessageContaining("'fast'");
        assertThatThrownBy(() -> FrameRate.parse("0")).hasMessageContaining("above 0");
    }

    @Test
    void countsTheFramesThatBeginInAHalfOpenSpan() {
        FrameRate rate = FrameRate.parse("25");
        assertThat(rate.framesIn(2.0)).isEqualTo(50);
        assertThat(rate.framesIn(2.01)).isEqualTo(51);
        assertThat(rate.framesIn(0)).isZero();
        assertThat(FrameRate.parse("30000/1001").framesIn(1001.0 / 30000 * 7)).isEqualTo(7);
    }

    @Test
    void spansMeetOrAreEmpty() {
        assertThat(new TimeSpan(0, 4).intersect(new TimeSpan(1, 9))).isEqualTo(new TimeSpan(1, 4));
        assertThat(new TimeSpan(0, 1).intersect(new TimeSpan(3, 4)).seconds()).isZero();
        assertThat(new TimeSpan(0, 1).contains(1)).isFalse();
        assertThat(new TimeSpan(-1, 1).seconds()).isCloseTo(2, within(1e-12));
        assertThatThrownBy(() -> new TimeSpan(2, 1)).hasMessageContaining("not end before it starts");
    }
}
