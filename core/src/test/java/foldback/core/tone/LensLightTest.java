package foldback.core.tone;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.picture.ColourTags;
import foldback.core.picture.PixelFormat;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class LensLightTest {
    private static final ColourTags TAGS = ColourTags.BT709_LIMITED;
    private static final PixelFormat EIGHT = PixelFormat.YUV420_8;
    private static final int BITS = 3;

    @ParameterizedTest
    @EnumSource(Transfer.class)
    void curvesComeBackAndRise(Transfer curve) {
        double last = -1;
        for (double light = 0; light <= 1.2; light += 0.01) {
            double signal = curve.toSignal(light);
            assertThat(signal).isGreaterThan(last);
            assertThat(curve.toLight(signal)).isCloseTo(light, within(1e-4));
            last = signal;
        }
        assertThat(curve.toSignal(1)).isCloseTo(1, within(1e-3));
    }

    @Test
    void withoutGainsEveryCodeStays() {
        LensLight light = LensLight.of(LightGains.NONE, EIGHT, TAGS, EIGHT, TAGS, BITS);
        assertThat(light.crossed()).isFalse();
        for (int code = 0; code < 256; code++) {
            assertThat(light.lumaTable()[code * 8 + light.margin()] & 0xffff).isEqualTo(code);
            assertThat(light.chromaTable()[code * 8 + light.margin()] & 0xffff).isEqualTo(code);
        }
    }

    @Test
    void overshootOfKernelsIsClamped() {
        LensLight light = LensLight.of(LightGains.NONE, EIGHT, TAGS, EIGHT, TAGS, BITS);
        assertThat(light.lumaTable()[light.lumaTable().length - 1] & 0xffff).isEqualTo(255);
        assertThat(light.lumaTable()[0]).isZero();
    }

    @Test
    void aStopOfExposureDoublesTheLight() {
        LensLight light = LensLight.of(LightGains.ofStops(1, 0, 0, 0), EIGHT, TAGS, EIGHT, TAGS, BITS);
        double before = Transfer.BT709.toLight((90 - 16) / 219.0);
        int after = light.lumaTable()[90 * 8 + light.margin()] & 0xffff;
        assertThat(Transfer.BT709.toLight((after - 16) / 219.0)).isCloseTo(2 * before, within(0.01));
    }

    /** Colours whose channels are all above the toe, against the way through linear light. */
    @Test
    void whiteBalanceFollowsTheWayThroughLinearLight() {
        LightGains gains = LightGains.ofStops(0.2, 0.3, 0, -0.25);
        LensLight light = LensLight.of(gains, EIGHT, TAGS, EIGHT, TAGS, BITS);
        assertThat(light.crossed()).isTrue();
        double worst = 0;
        for (double red = 0.12; red < 0.8; red += 0.08) {
            for (double green = 0.12; green < 0.8; green += 0.08) {
                for (double blue = 0.12; blue < 0.8; blue += 0.08) {
                    double[] in = codes(red, green, blue);
                    double[] wanted =
                            codes(gain(red, gains.red()), gain(green, gains.green()), gain(blue, gains.blue()));
                    int y = (int) Math.round(in[0] * 8);
                    int u = (int) Math.round(in[1] * 8);
                    int v = (int) Math.round(in[2] * 8);
                    worst = Math.max(worst, Math.abs(light.lumaOf(y, u, v) - wanted[0]));
                    worst = Math.max(worst, Math.abs(light.blueOf(y, u, v) - wanted[1]));
                    worst = Math.max(worst, Math.abs(light.redOf(y, u, v) - wanted[2]));
                }
            }
        }
        // Half a code from the table, half from the cross term, and the rounding of inputs to eighths.
        assertThat(worst).isLessThan(1.2);
    }

    @Test
    void greysAreExactDownIntoTheToe() {
        LightGains gains = LightGains.ofStops(0.5, 0.2, -0.1, 0);
        LensLight light = LensLight.of(gains, EIGHT, TAGS, EIGHT, TAGS, BITS);
        for (double grey = 0; grey < 0.7; grey += 0.01) {
            double[] wanted = codes(gain(grey, gains.red()), gain(grey, gains.green()), gain(grey, gains.blue()));
            int y = (int) Math.round((16 + 219 * grey) * 8);
            assertThat((double) light.lumaOf(y, 1024, 1024)).isCloseTo(wanted[0], within(0.8));
            assertThat((double) light.blueOf(y, 1024, 1024)).isCloseTo(wanted[1], within(0.8));
            assertThat((double) light.redOf(y, 1024, 1024)).isCloseTo(wanted[2], within(0.8));
        }
    }

    @Test
    void fullRangeAndTenBitsAreCarriedOver() {
        ColourTags full = TAGS.withRange(ColourTags.Range.FULL);
        LensLight light = LensLight.of(LightGains.NONE, EIGHT, full, PixelFormat.YUV420_10, TAGS, BITS);
        assertThat(light.lumaTable()[light.margin()] & 0xffff).isEqualTo(64);
        assertThat(light.lumaTable()[255 * 8 + light.margin()] & 0xffff).isEqualTo(940);
        assertThat(light.chromaTable()[128 * 8 + light.margin()] & 0xffff).isEqualTo(512);
    }

    private static double gain(double signal, double gain) {
        return Transfer.BT709.toSignal(Transfer.BT709.toLight(signal) * gain);
    }

    private static double[] codes(double red, double green, double blue) {
        double luma = 0.2126 * red + 0.7152 * green + 0.0722 * blue;
        return new double[] {16 + 219 * luma, 128 + 224 * (blue - luma) / 1.8556, 128 + 224 * (red - luma) / 1.5748};
    }
}
