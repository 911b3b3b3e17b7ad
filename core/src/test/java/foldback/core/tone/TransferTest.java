package foldback.core.tone;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class TransferTest {
    /** Points that the standards' own tables or plain arithmetic give. */
    @ParameterizedTest
    @CsvSource({
        "BT709, 0, 0",
        "BT709, 1, 1",
        "BT709, 0.18, 0.40900773",
        "BT709, 0.01, 0.045",
        "SRGB, 0, 0",
        "SRGB, 1, 1",
        "SRGB, 0.18, 0.46135612",
        "SRGB, 0.001, 0.01292",
        "LINEAR, 0.3, 0.3",
        "HLG, 0, 0",
        "HLG, 0.0833333333, 0.5",
        "HLG, 1, 1",
        "HLG, 0.26496256, 0.75",
        "PQ, 0.01, 0.50807842",
        "PQ, 1, 1",
        "PQ, 0.1, 0.75182703",
        "ACESCCT, 0.18, 0.41358840",
        "ACESCCT, 0, 0.07290553",
        "ACESCCT, 1, 0.55479452",
        "CINEON, 1, 0.66959922",
        "CINEON, 0, 0.09286413"
    })
    void goesThroughKnownPoints(Transfer curve, double light, double signal) {
        assertThat(curve.toSignal(light)).isCloseTo(signal, within(1e-6));
        assertThat(curve.toLight(signal)).isCloseTo(light, within(1e-6));
    }

    @ParameterizedTest
    @EnumSource(Transfer.class)
    void comesBackRisesAndIsOdd(Transfer curve) {
        double last = -2;
        for (double light = curve.toSignal(0) == 0 ? -0.5 : 0; light < 1.6; light += 0.0037) {
            double signal = curve.toSignal(light);
            assertThat(curve.toLight(signal)).isCloseTo(light, within(2e-4));
            if (curve.toSignal(0) == 0) {
                assertThat(curve.toSignal(-light)).isEqualTo(-signal);
            }
            assertThat(signal).isGreaterThan(last);
            last = signal;
        }
    }

    @Test
    void aGainOfLightIsAGainOfTheSignalAboveTheToe() {
        // V + a scales by g^p: here doubled light, BT.709.
        double before = Transfer.BT709.toSignal(0.3) + 0.099;
        double after = Transfer.BT709.toSignal(0.6) + 0.099;
        assertThat(after / before).isCloseTo(Transfer.BT709.toPower(2), within(1e-12));
    }
}
