package foldback.engine.sync;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

/** Against times worked out by hand. */
class TimecodeTest {

    @Test
    void framesAreCounted() {
        assertThat(Timecode.seconds(25, "01:02:03:05").orElseThrow()).isCloseTo(3723.2, within(1e-9));
        assertThat(Timecode.seconds(24000 / 1001.0, "00:00:01:12").orElseThrow())
                .isCloseTo(36 * 1001 / 24000.0, within(1e-9));
    }

    @Test
    void droppedNumbersAreNotCounted() {
        // At the end of the tenth minute the numbers say what the clock says, to a few milliseconds.
        double rate = 30000 / 1001.0;
        assertThat(Timecode.seconds(rate, "00:10:00;00").orElseThrow()).isCloseTo(600, within(0.02));
        assertThat(Timecode.seconds(rate, "00:01:00;02").orElseThrow()
                        - Timecode.seconds(rate, "00:00:59;29").orElseThrow())
                .isCloseTo(1 / rate, within(1e-9));
        assertThat(Timecode.seconds(60000 / 1001.0, "01:00:00;00").orElseThrow())
                .isCloseTo(3600, within(0.02));
    }

    @Test
    void whatIsNoTimecodeIsNone() {
        assertThat(Timecode.seconds(25, "")).isEmpty();
        assertThat(Timecode.seconds(25, "1:2:3")).isEmpty();
        assertThat(Timecode.seconds(25, "00:00:00:25")).isEmpty();
        assertThat(Timecode.seconds(0, "00:00:00:01")).isEmpty();
    }
}
