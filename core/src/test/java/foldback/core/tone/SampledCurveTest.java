package foldback.core.tone;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import foldback.core.picture.ColourTags;
import foldback.core.picture.PixelFormat;
import java.util.Collections;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class SampledCurveTest {
    private static SampledCurve of(Transfer curve, double scale) {
        return new SampledCurve(
                "table",
                IntStream.rangeClosed(0, 256)
                        .mapToObj(i -> scale * curve.toLight(i / 256.0))
                        .toList());
    }

    @Test
    void aTableIsTheCurveThatItWasTakenFrom() {
        SampledCurve table = of(Transfer.ACESCCT, 1);
        double full = Transfer.ACESCCT.toLight(1);
        for (double signal = 0.1; signal <= 1; signal += 0.013) {
            double light = Transfer.ACESCCT.toLight(signal) / full;
            assertThat(table.toLight(signal)).isCloseTo(light, within(0.01 * light));
            assertThat(table.toSignal(table.toLight(signal))).isCloseTo(signal, within(1e-9));
            assertThat(table.fromPower(table.toPower(light))).isCloseTo(signal, within(0.002));
        }
        assertThat(table.white())
                .as("diffuse white is 1 of the table's own light")
                .isCloseTo(1 / full, within(1e-9));
        assertThat(table.chromaFactor(2)).as("a logarithm's chroma stays").isCloseTo(1, within(0.05));
        assertThat(of(Transfer.LINEAR, 1).chromaFactor(2)).isGreaterThan(1.8);
    }

    /** Footage read by a table of its curve is corrected as by the curve itself. */
    @Test
    void gainsComeOutAsByTheCurveItself() {
        ColourTags tags = ColourTags.BT709_LIMITED.withTransfer(ColourTags.Curve.ACESCCT);
        PixelFormat ten = PixelFormat.YUV420_10;
        LightGains gains = LightGains.ofStops(0.8, 0, 0, 0);
        LensLight named = new LightFormat(ten, tags, ten, tags, 3).light(gains, Vignetting.NONE, 0, Shoulder.NONE);
        LensLight sampled = new LightFormat(ten, tags, of(Transfer.ACESCCT, 3), ten, tags, 3)
                .light(gains, Vignetting.NONE, 0, Shoulder.NONE);
        for (int code = 250; code < 800; code += 7) {
            int at = code * 8 + named.margin();
            assertThat((double) sampled.lumaTable()[at]).isCloseTo(named.lumaTable()[at], within(1.5));
        }
    }

    @Test
    void whatIsNoCurveToLightIsRefused() {
        List<Double> falling = IntStream.range(0, 20).mapToObj(i -> 1.0 - i).toList();
        assertThatThrownBy(() -> new SampledCurve("film look.cube", falling))
                .hasMessageContainingAll("film look.cube", "do not rise all the way");
        assertThatThrownBy(() -> new SampledCurve("short", Collections.nCopies(3, 1.0)))
                .hasMessageContaining("16 to 4096");
        List<Double> below = IntStream.range(0, 20).mapToObj(i -> i - 40.0).toList();
        assertThatThrownBy(() -> new SampledCurve("below", below)).hasMessageContaining("never gets above 0");
    }
}
