package foldback.core.tone;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.picture.ColourTags;
import foldback.core.picture.PixelFormat;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** Code values after gains, against the way through linear light. */
class LensLightTest {
    private static final ColourTags TAGS = ColourTags.BT709_LIMITED;
    private static final PixelFormat EIGHT = PixelFormat.YUV420_8;
    private static final int BITS = 3;

    @ParameterizedTest
    @EnumSource(Transfer.class)
    void curvesComeBackAndRise(Transfer curve) {
        double last = -1;
        for (double light = 0; light <= 1; light += 0.01) {
            double signal = curve.toSignal(light);
            assertThat(signal).isGreaterThan(last);
            assertThat(curve.toLight(signal)).isCloseTo(light, within(1e-4));
            assertThat(curve.fromPower(curve.toPower(light))).isCloseTo(signal, within(1e-4));
            last = signal;
        }
    }

    @Test
    void withoutGainsEveryCodeStays() {
        LensLight light = format(TAGS, EIGHT).plain();
        assertThat(light.plain()).isTrue();
        for (int code = 0; code < 256; code++) {
            assertThat(light.lumaTable()[code * 8 + light.margin()] & 0xffff).isEqualTo(code);
            assertThat(light.chromaTable()[code * 8 + light.margin()] & 0xffff).isEqualTo(code);
        }
    }

    @Test
    void alsoByRoundingAndClippingAlone() {
        LensLight light = format(TAGS, EIGHT).plain();
        assertThat(light.unchanged()).isTrue();
        short[] luma = light.lumaTable();
        for (int i = 0; i < luma.length; i++) {
            int rounded = Math.max(0, Math.min(255, i - light.margin() + 4 >> 3));
            assertThat((int) luma[i]).isEqualTo(rounded);
            assertThat((int) light.chromaTable()[i]).isEqualTo(rounded);
        }
    }

    @Test
    void neitherAnotherRangeNorAnotherDepthNorALiftIsUnchanged() {
        ColourTags full = new ColourTags(TAGS.matrix(), ColourTags.Range.FULL, TAGS.transfer(), TAGS.siting());
        assertThat(format(full, EIGHT).plain().unchanged()).isFalse();
        assertThat(format(TAGS, PixelFormat.YUV420_10).plain().unchanged()).isFalse();
        LightGains lift = LightGains.ofStops(1, 0, 0, 0);
        assertThat(format(TAGS, EIGHT)
                        .light(lift, Vignetting.NONE, 0, Shoulder.NONE)
                        .unchanged())
                .isFalse();
    }

    @Test
    void overshootOfKernelsIsClamped() {
        LensLight light = format(TAGS, EIGHT).plain();
        assertThat(light.lumaTable()[light.lumaTable().length - 1] & 0xffff).isEqualTo(255);
        assertThat(light.lumaTable()[0]).isZero();
        LensLight lifted = format(TAGS, EIGHT).light(LightGains.ofStops(1, 0, 0, 0), Vignetting.NONE, 0, Shoulder.NONE);
        assertThat(toned(lifted, -500, 1024, 1024, 0)[0]).isEqualTo(16);
        assertThat(toned(lifted, 2500, 1024, 1024, 0)[0]).isEqualTo(255);
    }

    @ParameterizedTest
    @CsvSource({"1, 0, 0, 0", "-0.7, 0, 0, 0", "0.2, 0.3, 0, -0.25", "0.5, 0.2, -0.1, 0", "-1.2, -0.1, 0, 0.15"})
    void greysAreExactDownIntoTheToe(double all, double red, double green, double blue) {
        LightGains gains = LightGains.ofStops(all, red, green, blue);
        LensLight light = format(TAGS, EIGHT).light(gains, Vignetting.NONE, 0, Shoulder.NONE);
        for (double grey = 0; grey < 0.6; grey += 0.01) {
            double[] wanted = codes(gain(grey, gains.red()), gain(grey, gains.green()), gain(grey, gains.blue()));
            int[] toned = toned(light, (int) Math.round((16 + 219 * grey) * 8), 1024, 1024, 0);
            for (int k = 0; k < 3; k++) {
                assertThat((double) toned[k]).isCloseTo(wanted[k], within(0.8));
            }
        }
    }

    /** Colours whose channels are all above the toe. */
    @Test
    void whiteBalanceFollowsTheWayThroughLinearLight() {
        LightGains gains = LightGains.ofStops(0.2, 0.3, 0, -0.25);
        LensLight light = format(TAGS, EIGHT).light(gains, Vignetting.NONE, 0, Shoulder.NONE);
        double worst = 0;
        for (double red = 0.12; red < 0.8; red += 0.08) {
            for (double green = 0.12; green < 0.8; green += 0.08) {
                for (double blue = 0.12; blue < 0.8; blue += 0.08) {
                    double[] in = codes(red, green, blue);
                    double[] wanted =
                            codes(gain(red, gains.red()), gain(green, gains.green()), gain(blue, gains.blue()));
                    int[] toned = toned(
                            light,
                            (int) Math.round(in[0] * 8),
                            (int) Math.round(in[1] * 8),
                            (int) Math.round(in[2] * 8),
                            0);
                    for (int k = 0; k < 3; k++) {
                        worst = Math.max(worst, Math.abs(toned[k] - wanted[k]));
                    }
                }
            }
        }
        // Half a code from the table, half from the cross term, and the rounding of inputs to eighths.
        assertThat(worst).isLessThan(1.3);
    }

    @Test
    void whatALensLosesTowardsItsRimIsGivenBackAtEachPlace() {
        Vignetting vignetting = new Vignetting(0.3, 0.5, 0.1);
        LensLight light = format(TAGS, EIGHT).light(LightGains.NONE, vignetting, 0, Shoulder.NONE);
        for (double share : new double[] {0, 0.4, 0.8, 1}) {
            double gain = Math.pow(2, vignetting.stopsAt(share));
            for (double grey = 0.02; grey < 0.6; grey += 0.05) {
                int[] toned = toned(light, (int) Math.round((16 + 219 * grey) * 8), 1024, 1024, light.lift(share));
                assertThat((double) toned[0]).isCloseTo(16 + 219 * gain(grey, gain), within(0.8));
            }
        }
    }

    @Test
    void whatTheSourceClippedStaysNeutral() {
        LightGains gains = LightGains.ofStops(-0.3, 0.3, 0, -0.3);
        LensLight light = format(TAGS, EIGHT).light(gains, Vignetting.NONE, 0, Shoulder.NONE);
        int[] white = toned(light, 235 * 8, 1024, 1024, 0);
        assertThat(white[1]).isEqualTo(128);
        assertThat(white[2]).isEqualTo(128);
        int[] bright = toned(light, 200 * 8, 1024, 1024, 0);
        assertThat(bright[1])
                .as("a bright grey that is not clipped gets the colour that was asked for")
                .isLessThan(124);
    }

    /** Exposures that come later must neither change those that were there, nor come out otherwise than alone. */
    @Test
    void aTableThatGrowsStaysTheSame() {
        Vignetting vignetting = new Vignetting(0.2, 0.3, 0);
        LightFormat shared = format(TAGS, EIGHT);
        LensLight first = shared.light(LightGains.ofStops(0, 0, 0, 0), vignetting, 0, Shoulder.NONE);
        int[] before = toned(first, 900, 1100, 950, first.lift(0.9));
        for (double stops : new double[] {0.6, -1.3, 2.2, 0.1}) {
            LightGains gains = LightGains.ofStops(stops, 0, 0, 0);
            LensLight later = shared.light(gains, vignetting, 0, Shoulder.NONE);
            LensLight alone = format(TAGS, EIGHT).light(gains, vignetting, 0, Shoulder.NONE);
            assertThat(toned(later, 900, 1100, 950, later.lift(0.9)))
                    .isEqualTo(toned(alone, 900, 1100, 950, alone.lift(0.9)));
        }
        assertThat(toned(first, 900, 1100, 950, first.lift(0.9))).isEqualTo(before);
    }

    @Test
    void aShoulderLetsNothingOverFullScaleThatWasBelow() {
        LightGains gains = LightGains.ofStops(0.6, 0, 0, 0);
        Shoulder shoulder = new Shoulder(Transfer.BT709.toSignal(gains.red()));
        LensLight light = format(TAGS, EIGHT).light(gains, Vignetting.NONE, 0, shoulder);
        int last = 0;
        for (int code = 16; code <= 235; code++) {
            int toned = toned(light, code * 8, 1024, 1024, 0)[0];
            assertThat(toned).isGreaterThanOrEqualTo(last).isLessThanOrEqualTo(235);
            last = toned;
        }
        assertThat(last).isEqualTo(235);
        int dark = toned(light, 60 * 8, 1024, 1024, 0)[0];
        double wanted = 16 + 219 * gain((60 - 16) / 219.0, gains.red());
        assertThat((double) dark).as("below the knee nothing changes").isCloseTo(wanted, within(0.8));
    }

    @Test
    void aBlackPointTakesAwayWhatIsLitEverywhere() {
        LensLight light = format(TAGS, EIGHT).light(LightGains.NONE, Vignetting.NONE, 0.02, Shoulder.NONE);
        double grey = Transfer.BT709.toSignal(0.02);
        assertThat(toned(light, (int) Math.round((16 + 219 * grey) * 8), 1024, 1024, 0)[0])
                .isLessThanOrEqualTo(17);
        assertThat(toned(light, 235 * 8, 1024, 1024, 0)[0]).isEqualTo(235);
    }

    @Test
    void fullRangeAndTenBitsAreCarriedOver() {
        ColourTags full = TAGS.withRange(ColourTags.Range.FULL);
        LensLight light = format(full, PixelFormat.YUV420_10).plain();
        assertThat(light.lumaTable()[light.margin()] & 0xffff).isEqualTo(64);
        assertThat(light.lumaTable()[255 * 8 + light.margin()] & 0xffff).isEqualTo(940);
        assertThat(light.chromaTable()[128 * 8 + light.margin()] & 0xffff).isEqualTo(512);
        LensLight lifted = format(full, PixelFormat.YUV420_10)
                .light(LightGains.ofStops(0.4, 0, 0, 0), Vignetting.NONE, 0, Shoulder.NONE);
        double wanted = 64 + 876 * gain(100 / 255.0, Math.pow(2, 0.4));
        assertThat((double) toned(lifted, 800, 1024, 1024, 0)[0]).isCloseTo(wanted, within(0.8));
    }

    /** A stop of light in any curve, for greys over the range that ten bits hold well. */
    @ParameterizedTest
    @EnumSource(Transfer.class)
    void exposureIsAFactorOfLightInEveryCurve(Transfer curve) {
        ColourTags tags = TAGS.withTransfer(ColourTags.Curve.valueOf(curve.name()));
        LightGains gains = LightGains.ofStops(-0.6, 0.05, 0, -0.05);
        LensLight light = new LightFormat(PixelFormat.YUV420_10, tags, PixelFormat.YUV420_10, tags, BITS)
                .light(gains, new Vignetting(0.2, 0, 0), 0, Shoulder.NONE);
        for (double signal = 0.2; signal < 0.9; signal += 0.05) {
            int[] toned = toned(light, (int) Math.round((64 + 876 * signal) * 8), 4096, 4096, light.lift(1));
            double wanted = curve.toSignal(curve.toLight(signal) * gains.green() * Math.pow(2, 0.2));
            double red = curve.toSignal(curve.toLight(signal) * gains.red() * Math.pow(2, 0.2));
            double blue = curve.toSignal(curve.toLight(signal) * gains.blue() * Math.pow(2, 0.2));
            double luma = 0.2126 * red + 0.7152 * wanted + 0.0722 * blue;
            assertThat((double) toned[0]).isCloseTo(64 + 876 * luma, within(1.5));
            assertThat((double) toned[2]).isCloseTo(512 + 896 * (red - luma) / 1.5748, within(1.5));
        }
    }

    private static LightFormat format(ColourTags in, PixelFormat out) {
        return new LightFormat(EIGHT, in, out, TAGS, BITS);
    }

    /** Luma, blue and red codes of a block of one colour. */
    private static int[] toned(LensLight light, int y, int u, int v, int lift) {
        int[] luma = {y, y, y, y};
        int[] blue = {u};
        int[] red = {v};
        if (light.plain()) {
            return new int[] {
                light.lumaTable()[y + light.margin()],
                light.chromaTable()[u + light.margin()],
                light.chromaTable()[v + light.margin()]
            };
        }
        int level = lift + (1 << LensLight.LEVEL_BITS - 1) >> LensLight.LEVEL_BITS;
        Toner toner = new Toner(4);
        toner.place(light, luma, blue, red, new int[] {level}, 2, 2);
        toner.look(light, luma, 2, 2);
        toner.chroma(light, blue, red, 1);
        assertThat(luma[3]).isEqualTo(luma[0]);
        return new int[] {luma[0], blue[0], red[0]};
    }

    private static double gain(double signal, double gain) {
        return Transfer.BT709.toSignal(Transfer.BT709.toLight(signal) * gain);
    }

    private static double[] codes(double red, double green, double blue) {
        double luma = 0.2126 * red + 0.7152 * green + 0.0722 * blue;
        return new double[] {16 + 219 * luma, 128 + 224 * (blue - luma) / 1.8556, 128 + 224 * (red - luma) / 1.5748};
    }
}
