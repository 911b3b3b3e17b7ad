package foldback.media;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.media.tags.PanoramaTags;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Pictures of 16 bits, against closed forms and FFmpeg. */
class DeepPictureTest {

    /** Grey that rises to the right by less than a code of 8 bits from column to column, and blue that rises downwards. */
    private static Frame ramp() {
        Frame frame = Frame.allocate(PixelFormat.YUV420_10, ColourTags.BT709_LIMITED, 256, 64);
        for (int y = 0; y < 64; y++) {
            for (int x = 0; x < 256; x++) {
                frame.y().set(x, y, 200 + x);
            }
        }
        for (int y = 0; y < 32; y++) {
            for (int x = 0; x < 128; x++) {
                frame.u().set(x, y, 512 + 2 * y);
                frame.v().set(x, y, 512);
            }
        }
        return frame;
    }

    @Test
    void allTenBitsAreKept() {
        BufferedImage picture = DeepPicture.of(ramp());
        int before = -1;
        for (int x = 0; x < 256; x++) {
            int red = picture.getRaster().getSample(x, 5, 0);
            // Without red chroma, red is luma: 64 is black and 940 white.
            assertThat(red).isEqualTo((int) Math.round((200 + x - 64) * 65535.0 / 876));
            assertThat(red).isGreaterThan(before);
            before = red;
        }
        // Between two rows of chroma, a quarter and three quarters of the way.
        double step =
                picture.getRaster().getSample(10, 21, 2) - picture.getRaster().getSample(10, 20, 2);
        double next =
                picture.getRaster().getSample(10, 22, 2) - picture.getRaster().getSample(10, 21, 2);
        assertThat(step).isCloseTo(next, within(2.0)).isGreaterThan(100);
    }

    @Test
    void filesAreReadByOthers(@TempDir Path folder) throws Exception {
        Frame frame = ramp();
        Path tiff = Files.write(
                folder.resolve("a.tif"), TiffWriter.encode(frame, Optional.of(PanoramaTags.packet(256, 64))));
        Path png = Files.write(folder.resolve("a.png"), PngWriter.encodeDeep(frame));
        assertThat(new String(Files.readAllBytes(tiff), StandardCharsets.UTF_8)).contains("GPano:ProjectionType");
        BufferedImage wanted = DeepPicture.of(frame);
        for (Path file : List.of(tiff, png)) {
            BufferedImage read = ImageIO.read(new ByteArrayInputStream(Files.readAllBytes(file)));
            Process ffmpeg = new ProcessBuilder(
                            "ffmpeg",
                            "-v",
                            "error",
                            "-i",
                            file.toString(),
                            "-f",
                            "rawvideo",
                            "-pix_fmt",
                            "rgb48le",
                            "-")
                    .start();
            byte[] raw = ffmpeg.getInputStream().readAllBytes();
            assertThat(raw).hasSize(256 * 64 * 6);
            for (int x = 0; x < 256; x += 5) {
                for (int channel = 0; channel < 3; channel++) {
                    int sample = wanted.getRaster().getSample(x, 21, channel);
                    assertThat(read.getRaster().getSample(x, 21, channel)).isEqualTo(sample);
                    int at = 6 * (21 * 256 + x) + 2 * channel;
                    assertThat((raw[at] & 0xff) | (raw[at + 1] & 0xff) << 8).isEqualTo(sample);
                }
            }
        }
    }
}
