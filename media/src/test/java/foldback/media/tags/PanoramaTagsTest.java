package foldback.media.tags;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.media.JpegWriter;
import foldback.media.PngWriter;
import foldback.media.process.Children;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PanoramaTagsTest {
    private static final int WIDTH = 128;
    private static final int HEIGHT = 64;

    @TempDir
    private Path folder;

    private static Frame frame() {
        Frame frame = Frame.allocate(PixelFormat.YUV420_8, ColourTags.BT709_LIMITED, WIDTH, HEIGHT);
        for (int y = 0; y < HEIGHT; y++) {
            for (int x = 0; x < WIDTH; x++) {
                frame.y().set(x, y, 16 + x + y);
                frame.u().set(x / 2, y / 2, 120);
                frame.v().set(x / 2, y / 2, 140);
            }
        }
        return frame;
    }

    /** Readable by Java's reader and, without a complaint, by FFmpeg's, with the same pixels as before. */
    private void isWholeAndTagged(byte[] plain, byte[] tagged, String name) throws Exception {
        String text = new String(tagged, StandardCharsets.UTF_8);
        assertThat(text)
                .contains("GPano:ProjectionType=\"equirectangular\"")
                .contains("GPano:FullPanoWidthPixels=\"128\"")
                .contains("GPano:FullPanoHeightPixels=\"64\"");
        BufferedImage before = ImageIO.read(new ByteArrayInputStream(plain));
        BufferedImage after = ImageIO.read(new ByteArrayInputStream(tagged));
        for (int i = 0; i < WIDTH * HEIGHT; i++) {
            assertThat(after.getRGB(i % WIDTH, i / WIDTH)).isEqualTo(before.getRGB(i % WIDTH, i / WIDTH));
        }
        Path file = Files.write(folder.resolve(name), tagged);
        Children.Outcome read = Children.run(List.of(
                "ffmpeg",
                "-nostdin",
                "-v",
                "error",
                "-err_detect",
                "explode",
                "-i",
                file.toString(),
                "-f",
                "null",
                "-"));
        assertThat(read.code()).isZero();
        assertThat(read.errors()).isEmpty();
    }

    @Test
    void aJpegSaysThatItIsASphere() throws Exception {
        byte[] plain = JpegWriter.encode(frame(), 0.9f);
        isWholeAndTagged(plain, PanoramaTags.ofJpeg(plain, WIDTH, HEIGHT), "sphere.jpg");
    }

    @Test
    void aPngSaysThatItIsASphere() throws Exception {
        byte[] plain = PngWriter.encode(frame());
        isWholeAndTagged(plain, PanoramaTags.ofPng(plain, WIDTH, HEIGHT), "sphere.png");
    }
}
