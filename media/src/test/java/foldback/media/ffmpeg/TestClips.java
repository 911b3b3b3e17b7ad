package foldback.media.ffmpeg;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.time.FrameRate;
import foldback.media.process.Children;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** Small clips whose frames carry their number as brightness. */
public final class TestClips {
    public static final int SIZE = 64;
    private static final int FIRST_LEVEL = 20;
    private static final int STEP = 4;

    private TestClips() {}

    /** A clip of counted frames with B-frames and long groups. */
    public static Path counted(Path file, int frames, PixelFormat format, ColourTags tags) {
        EncoderSettings settings = new EncoderSettings(
                SIZE,
                SIZE,
                new FrameRate(25, 1),
                format,
                tags,
                "medium",
                EncoderSettings.quality(4),
                1,
                50,
                VideoCodec.H264);
        try (FrameWriter writer = new FrameWriter(file, settings, 0)) {
            Frame frame = Frame.allocate(format, tags, SIZE, SIZE);
            int one = 1 << (format.bits() - 8);
            for (int n = 0; n < frames; n++) {
                for (int y = 0; y < SIZE; y++) {
                    for (int x = 0; x < SIZE; x++) {
                        frame.y().set(x, y, (FIRST_LEVEL + STEP * n) * one);
                        frame.u().set(x / 2, y / 2, 128 * one);
                        frame.v().set(x / 2, y / 2, 128 * one);
                    }
                }
                writer.write(frame);
            }
            writer.finish();
        }
        return file;
    }

    /** The number that a frame of such a clip carries. */
    public static int numberOf(Frame frame) {
        int one = 1 << (frame.format().bits() - 8);
        return Math.round((frame.y().get(SIZE / 2, SIZE / 2) / (float) one - FIRST_LEVEL) / STEP);
    }

    public static void ffmpeg(String... arguments) throws Exception {
        List<String> command = new ArrayList<>(List.of("ffmpeg", "-nostdin", "-v", "error", "-y"));
        command.addAll(List.of(arguments));
        Children.Outcome outcome = Children.run(command);
        assertThat(outcome.code()).as(outcome.errors()).isZero();
    }
}
