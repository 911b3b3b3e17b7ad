package foldback.media.ffmpeg;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.run.Run;
import foldback.media.process.Children;
import foldback.media.sound.SoundReader;
import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.ShortBuffer;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Sound that is cut and stretched, by clicks at known times. */
class JoinerTest {
    private static final int RATE = 16000;

    @TempDir
    private Path folder;

    /** A click every ten seconds, for a minute. */
    private Path clicks() throws Exception {
        Path file = folder.resolve("clicks.wav");
        TestClips.ffmpeg(
                "-f",
                "lavfi",
                "-i",
                "aevalsrc=if(lt(mod(t\\,10)\\,0.001)\\,0.9\\,0):s=48000:d=61",
                Children.fileArgument(file));
        return file;
    }

    private double click(Path sound, double near) throws Exception {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        SoundReader.read(sound, 0, RATE, 61, bytes, Run.QUIET);
        ShortBuffer samples = ByteBuffer.wrap(bytes.toByteArray())
                .order(ByteOrder.LITTLE_ENDIAN)
                .asShortBuffer();
        int from = (int) ((near - 0.2) * RATE);
        int loudest = from;
        for (int i = from; i < (near + 0.2) * RATE; i++) {
            loudest = Math.abs(samples.get(i)) > Math.abs(samples.get(loudest)) ? i : loudest;
        }
        return (double) loudest / RATE;
    }

    @Test
    void aStretchedSoundKeepsUpWithTheTake() throws Exception {
        Path plain = folder.resolve("plain.mp4");
        Path slow = folder.resolve("slow.mp4");
        Joiner.cutSound(clicks(), 0, 2, 1, 58, plain);
        Joiner.cutSound(clicks(), 0, 2, 1 + 500e-6, 58, slow);
        double first = click(plain, 8);
        double last = click(plain, 48);
        assertThat(last - first).isCloseTo(40, within(0.001));
        // 500 millionths over 8 and over 48 seconds.
        assertThat(click(slow, 8) - first).isCloseTo(0.004, within(0.001));
        assertThat(click(slow, 48) - last).isCloseTo(0.024, within(0.001));
    }
}
