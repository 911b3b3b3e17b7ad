package foldback.media.ffmpeg;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.time.FrameRate;
import foldback.media.NoRoomException;
import foldback.media.SmallDisk;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Files that a full disk cuts short, wherever it does. */
class FullDiskTest {
    private static final int FRAMES = 12;
    private static final int WIDTH = 128;
    private static final int HEIGHT = 64;
    private static final int MOST_KILOBYTES = 200;

    @TempDir
    private Path folder;

    /** FFmpeg ends with 0 where only the index behind the pictures cannot be written: that must not count as a file. */
    @Test
    void aPieceIsWholeOrRefusedHoweverMuchRoomThereIs() throws Exception {
        try (SmallDisk disk = SmallDisk.mount(folder.resolve("disk"), 2 * MOST_KILOBYTES)) {
            int whole = 0;
            int refused = 0;
            for (int kilobytes = 4; kilobytes <= MOST_KILOBYTES; kilobytes += 12) {
                disk.fillUpTo(kilobytes);
                Path piece = disk.folder().resolve("piece.mp4");
                try {
                    write(piece);
                    assertThat(FrameIndex.read(piece).frames())
                            .as("frames of what was written with %d kB free", kilobytes)
                            .isEqualTo(FRAMES);
                    whole++;
                } catch (NoRoomException full) {
                    assertThat(full).hasMessageContaining("piece.mp4").hasMessageContaining("Make room");
                    refused++;
                }
                Files.deleteIfExists(piece);
            }
            assertThat(whole).as("sizes at which there is room").isPositive();
            assertThat(refused).as("sizes at which there is none").isGreaterThan(3);
        }
    }

    private static void write(Path file) {
        EncoderSettings settings = new EncoderSettings(
                WIDTH,
                HEIGHT,
                new FrameRate(25, 1),
                PixelFormat.YUV420_8,
                ColourTags.BT709_LIMITED,
                "ultrafast",
                EncoderSettings.quality(10),
                1,
                FRAMES,
                VideoCodec.H264);
        SplittableRandom random = new SplittableRandom(1);
        try (FrameWriter writer = new FrameWriter(file, settings, 0)) {
            Frame frame = Frame.allocate(PixelFormat.YUV420_8, ColourTags.BT709_LIMITED, WIDTH, HEIGHT);
            for (int n = 0; n < FRAMES; n++) {
                for (int y = 0; y < HEIGHT; y++) {
                    for (int x = 0; x < WIDTH; x++) {
                        frame.y().set(x, y, 16 + random.nextInt(200));
                    }
                }
                writer.write(frame);
            }
            writer.finish();
        }
    }
}
