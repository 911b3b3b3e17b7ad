package foldback.core.picture;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

class PlaneTest {
    static Stream<Plane> planes() {
        return Stream.of(new BytePlane(9, 7), new ShortPlane(9, 7));
    }

    @ParameterizedTest
    @MethodSource("planes")
    void aPartSharesItsSamplesWithTheWhole(Plane whole) {
        Plane part = whole.sub(2, 3, 4, 2);
        part.set(1, 1, 200);
        assertThat(whole.get(3, 4)).isEqualTo(200);
        whole.set(5, 3, 131);
        assertThat(part.get(3, 0)).isEqualTo(131);
        assertThat(part.stride()).isEqualTo(whole.stride());
        Plane inner = part.sub(1, 1, 2, 1);
        assertThat(inner.get(0, 0)).isEqualTo(200);
    }

    @ParameterizedTest
    @CsvSource({"10, 4, 0, 10, 4", "9, 4, 1, 9, 4", "4, 4, 0, 3, 4", "4, 4, -1, 4, 4", "4, -1, 0, 4, 4"})
    void aLayoutThatDoesNotFitItsArrayIsRefused(int width, int height, int offset, int stride, int rows) {
        assertThatThrownBy(() -> new BytePlane(new byte[9 * rows], offset, stride, width, height))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("does not fit");
    }

    @Test
    void chromaOfOddSizesCoversTheLastColumnAndRow() {
        assertThat(PixelFormat.YUV420_8.chromaWidth(65)).isEqualTo(33);
        assertThat(PixelFormat.YUV420_8.chromaHeight(49)).isEqualTo(25);
        assertThat(PixelFormat.YUV420_8.frameBytes(65, 49)).isEqualTo(65 * 49 + 2 * 33 * 25);
        assertThat(PixelFormat.YUV420_10.frameBytes(64, 48)).isEqualTo(2 * (64 * 48 * 3 / 2));
        assertThatThrownBy(() -> new PixelFormat(12, 1, 1)).hasMessageContaining("8 to 10");
        assertThatThrownBy(() -> new PixelFormat(8, 2, 1)).hasMessageContaining("0 or 1");
    }

    @Test
    void aFramesPlanesMustFitEachOther() {
        assertThatThrownBy(() -> new Frame(
                        PixelFormat.YUV420_8,
                        ColourTags.BT709_LIMITED,
                        new BytePlane(64, 48),
                        new BytePlane(32, 24),
                        new BytePlane(32, 23)))
                .hasMessageContaining("must be 32 x 24");
    }

    /** Code values of ITU-R BT.709, table 5, and of full range. */
    @Test
    void codeValuesOfBlackWhiteAndChroma() {
        ColourTags limited = ColourTags.BT709_LIMITED;
        assertThat(limited.black(8) + limited.lumaScale(8)).isEqualTo(235);
        assertThat(limited.black(10) + limited.lumaScale(10)).isEqualTo(940);
        assertThat(limited.chromaScale(10)).isEqualTo(960 - 64);
        ColourTags full = limited.withRange(ColourTags.Range.FULL);
        assertThat(full.black(10)).isZero();
        assertThat(full.lumaScale(8)).isEqualTo(255);
        assertThat(ColourTags.Matrix.BT2020.green()).isEqualTo(0.678);
    }
}
