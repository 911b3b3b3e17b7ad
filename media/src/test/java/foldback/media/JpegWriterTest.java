package foldback.media;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class JpegWriterTest {

    /** The equations of ITU-R BT.601 and BT.709 turned round, against what a decoder of the JDK shows. */
    @ParameterizedTest
    @CsvSource({
        "BT709, LIMITED, 8, 210, 60, 30",
        "BT709, FULL, 8, 12, 200, 90",
        "BT601, LIMITED, 8, 40, 40, 220",
        "BT601, FULL, 10, 250, 250, 250",
        "BT2020, LIMITED, 10, 128, 64, 160"
    })
    void coloursComeOutAsTheyWere(
            ColourTags.Matrix matrix, ColourTags.Range range, int bits, int red, int green, int blue) throws Exception {
        ColourTags tags = new ColourTags(matrix, range, ColourTags.Curve.BT709, ColourTags.Siting.LEFT);
        double y = (matrix.red() * red + matrix.green() * green + matrix.blue() * blue) / 255;
        double u = (blue / 255.0 - y) / (2 * (1 - matrix.blue()));
        double v = (red / 255.0 - y) / (2 * (1 - matrix.red()));
        Frame frame = Frame.allocate(new PixelFormat(bits, 1, 1), tags, 64, 32);
        int mid = 1 << (bits - 1);
        for (int row = 0; row < 32; row++) {
            for (int column = 0; column < 64; column++) {
                frame.y().set(column, row, (int) Math.round(tags.black(bits) + y * tags.lumaScale(bits)));
                frame.u().set(column / 2, row / 2, (int) Math.round(mid + u * tags.chromaScale(bits)));
                frame.v().set(column / 2, row / 2, (int) Math.round(mid + v * tags.chromaScale(bits)));
            }
        }
        BufferedImage image = ImageIO.read(new ByteArrayInputStream(JpegWriter.encode(frame, 0.95f)));
        int pixel = image.getRGB(20, 10);
        assertThat(pixel >> 16 & 255).isCloseTo(red, within(4));
        assertThat(pixel >> 8 & 255).isCloseTo(green, within(4));
        assertThat(pixel & 255).isCloseTo(blue, within(4));
    }

    @Test
    void whatIsBeyondBlackAndWhiteIsClamped() {
        Frame frame = Frame.allocate(PixelFormat.YUV420_8, ColourTags.BT709_LIMITED, 16, 16);
        for (int i = 0; i < 16; i++) {
            frame.y().set(i, 0, 255);
        }
        for (int i = 0; i < 64; i++) {
            frame.u().set(i % 8, i / 8, 128);
            frame.v().set(i % 8, i / 8, 128);
        }
        BufferedImage image = JpegWriter.toRgb(frame);
        assertThat(image.getRGB(3, 0) & 0xffffff).isEqualTo(0xffffff);
        assertThat(image.getRGB(3, 5) & 0xffffff).isZero();
    }
}
