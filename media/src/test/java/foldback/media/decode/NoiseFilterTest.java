package foldback.media.decode;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.picture.Frame;
import foldback.core.picture.Plane;
import foldback.media.ffmpeg.FrameIndex;
import foldback.media.ffmpeg.MediaInfo;
import foldback.media.ffmpeg.MediaProbe;
import foldback.media.process.Children;
import java.io.ByteArrayOutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A still picture of edges and slopes with noise of its own in every frame; a bright block moves across it. */
class NoiseFilterTest {
    private static final int WIDTH = 192;
    private static final int HEIGHT = 96;
    private static final int FRAMES = 40;
    private static final double SIGMA = 6;

    @TempDir
    private Path folder;

    private FrameIndex index;
    private MediaInfo.Video video;

    private static int truth(int n, int x, int y) {
        boolean block = x >= 4 * n && x < 4 * n + 24 && y >= 40 && y < 64;
        return block ? 190 : 60 + x / 4 + (x / 16 % 2 == 0 ? 0 : 30);
    }

    @BeforeEach
    void film() throws Exception {
        ByteArrayOutputStream raw = new ByteArrayOutputStream();
        Random random = new Random(6);
        for (int n = 0; n < FRAMES; n++) {
            for (int y = 0; y < HEIGHT; y++) {
                for (int x = 0; x < WIDTH; x++) {
                    raw.write((int) Math.round(truth(n, x, y) + SIGMA * random.nextGaussian()));
                }
            }
            for (int i = 0; i < WIDTH * HEIGHT / 2; i++) {
                raw.write(128);
            }
        }
        Path pictures = Files.write(folder.resolve("noisy.yuv"), raw.toByteArray());
        Path clip = folder.resolve("noisy.mp4");
        Children.Outcome outcome = Children.run(List.of(
                "ffmpeg",
                "-v",
                "error",
                "-f",
                "rawvideo",
                "-pix_fmt",
                "yuv420p",
                "-s",
                WIDTH + "x" + HEIGHT,
                "-r",
                "25",
                "-i",
                pictures.toString(),
                "-c:v",
                "libx264",
                "-preset",
                "ultrafast",
                "-qp",
                "0",
                "-g",
                "10",
                clip.toString()));
        assertThat(outcome.code()).as(outcome.errors()).isZero();
        index = FrameIndex.read(clip);
        video = MediaProbe.probe(clip).video().orElseThrow();
    }

    /** Root of the mean square of what a frame is off, codes. */
    private double off(Denoising noise, int number) {
        Plane luma = OneFrame.read(index, video, number, WIDTH, HEIGHT, noise).y();
        double sum = 0;
        for (int y = 0; y < HEIGHT; y++) {
            for (int x = 0; x < WIDTH; x++) {
                double off = luma.get(x, y) - truth(number, x, y);
                sum += off * off / (WIDTH * HEIGHT);
            }
        }
        return Math.sqrt(sum);
    }

    @Test
    void noiseGoesAndWhatMovesStays() {
        double before = off(Denoising.NONE, 20);
        assertThat(before).isBetween(0.9 * SIGMA, 1.1 * SIGMA);
        assertThat(off(new Denoising(5, 0), 20)).as("over time").isLessThan(0.55 * before);
        assertThat(off(new Denoising(0, 5), 20)).as("in each frame").isLessThan(0.8 * before);
        assertThat(off(new Denoising(5, 4), 20)).as("both").isLessThan(0.5 * before);
    }

    /** A render that goes on in the middle must make the same pictures. */
    @Test
    void aPictureIsTheSameWhereverDecodingBegan() {
        Denoising noise = new Denoising(6, 3);
        Frame frame = Frame.allocate(video.format(), video.tags(), WIDTH, HEIGHT);
        try (FrameReader reader = new FrameReader(index, video, 3, WIDTH, HEIGHT, noise, 0)) {
            for (int n = 3; n <= 25; n++) {
                assertThat(reader.next(frame)).isTrue();
                if (n == 3 || n == 14 || n == 25) {
                    Frame alone = OneFrame.read(index, video, n, WIDTH, HEIGHT, noise);
                    for (int y = 0; y < HEIGHT; y++) {
                        for (int x = 0; x < WIDTH; x++) {
                            assertThat(alone.y().get(x, y)).isEqualTo(frame.y().get(x, y));
                        }
                    }
                }
            }
        }
    }

    /** The film's end must not be lost in the filters. */
    @Test
    void everyFrameComesOut() {
        Frame frame = Frame.allocate(video.format(), video.tags(), WIDTH, HEIGHT);
        try (FrameReader reader = new FrameReader(index, video, 0, WIDTH, HEIGHT, new Denoising(6, 3), 0)) {
            for (int n = 0; n < FRAMES; n++) {
                assertThat(reader.next(frame)).as("frame %d", n).isTrue();
            }
            assertThat(reader.next(frame)).isFalse();
        }
    }
}
