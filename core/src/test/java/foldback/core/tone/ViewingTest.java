package foldback.core.tone;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class ViewingTest {
    @Test
    void whatScreensShowIsLeftAsItIs() {
        assertThat(Viewing.table(Transfer.BT709)).isEmpty();
        assertThat(Viewing.table(Transfer.SRGB)).isEmpty();
    }

    @ParameterizedTest
    @EnumSource(names = {"HLG", "PQ", "ACESCCT", "CINEON"})
    void otherCurvesRiseFromBlackToWhite(Transfer curve) {
        int[] table = Viewing.table(curve);
        for (int i = 1; i < table.length; i++) {
            assertThat(table[i]).isGreaterThanOrEqualTo(table[i - 1]);
        }
        assertThat(table[(int) (255 * curve.toSignal(0))]).isLessThan(8);
        assertThat(table[255]).isGreaterThan(250);
    }

    @Test
    void midGreyOfALogarithmIsMidGreyOnTheScreen() {
        int grey = Viewing.table(Transfer.ACESCCT)[(int) Math.round(255 * Transfer.ACESCCT.toSignal(0.18))];
        assertThat(grey).isBetween(95, 115);
    }
}
