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
class SoundCutTest {
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

    private static ShortBuffer samples(Path sound) throws Exception {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        SoundReader.read(sound, 0, RATE, 61, bytes, Run.QUIET);
        return ByteBuffer.wrap(bytes.toByteArray())
                .order(ByteOrder.LITTLE_ENDIAN)
                .asShortBuffer();
    }

    private double click(Path sound, double near) throws Exception {
        ShortBuffer samples = samples(sound);
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
        SoundCut.plain(clicks(), 0, 2, 1, 58).writeAac(plain);
        SoundCut.plain(clicks(), 0, 2, 1 + 500e-6, 58).writeAac(slow);
        double first = click(plain, 8);
        double last = click(plain, 48);
        assertThat(last - first).isCloseTo(40, within(0.001));
        // 500 millionths over 8 and over 48 seconds.
        assertThat(click(slow, 8) - first).isCloseTo(0.004, within(0.001));
        assertThat(click(slow, 48) - last).isCloseTo(0.024, within(0.001));
    }

    /** A tone of an amplitude, two seconds. */
    private Path tone(double amplitude) throws Exception {
        Path file = folder.resolve("tone.wav");
        TestClips.ffmpeg(
                "-f",
                "lavfi",
                "-i",
                "aevalsrc=" + amplitude + "*sin(2*PI*500*t):s=48000:d=2",
                Children.fileArgument(file));
        return file;
    }

    private double loudest(Path sound, double from, double to) throws Exception {
        ShortBuffer samples = samples(sound);
        int loudest = 0;
        for (int i = (int) (from * RATE); i < to * RATE; i++) {
            loudest = Math.max(loudest, Math.abs(samples.get(i)));
        }
        return loudest / 32768.0;
    }

    @Test
    void aLevelIsInDecibelsAndWhatWouldClipIsLimited() throws Exception {
        Path file = folder.resolve("level.wav");
        new SoundCut(tone(0.25), 0, 0, 1, 2, 20 * Math.log10(2), 0, 0).writeWave(file);
        assertThat(loudest(file, 0.5, 1.5)).isCloseTo(0.5, within(0.005));
        new SoundCut(tone(0.25), 0, 0, 1, 2, -20 * Math.log10(2), 0, 0).writeWave(file);
        assertThat(loudest(file, 0.5, 1.5)).isCloseTo(0.125, within(0.002));
        new SoundCut(tone(0.25), 0, 0, 1, 2, 20, 0, 0).writeWave(file);
        assertThat(loudest(file, 0.5, 1.5)).isBetween(0.9, 0.98);
    }

    /** Of equal power: half-way through it is 3 dB down. */
    @Test
    void fadesGoFromSilenceAndToSilence() throws Exception {
        Path file = folder.resolve("faded.wav");
        new SoundCut(tone(0.5), 0, 0, 1, 2, 0, 0.8, 0.4).writeWave(file);
        assertThat(loudest(file, 0, 0.01)).isLessThan(0.02);
        assertThat(loudest(file, 0.398, 0.402)).isCloseTo(0.5 * Math.sqrt(0.5), within(0.005));
        assertThat(loudest(file, 0.9, 1.5)).isCloseTo(0.5, within(0.005));
        assertThat(loudest(file, 1.798, 1.802)).isCloseTo(0.5 * Math.sqrt(0.5), within(0.005));
        assertThat(loudest(file, 1.995, 2)).isLessThan(0.02);
    }

    @Test
    void aLouderSoundStaysWhereItWasToTheSample() throws Exception {
        Path plain = folder.resolve("plain.wav");
        Path loud = folder.resolve("loud.wav");
        SoundCut.plain(clicks(), 0, 2, 1, 20).writeWave(plain);
        new SoundCut(clicks(), 0, 2, 1, 20, 12, 0, 0).writeWave(loud);
        assertThat(click(loud, 8)).isCloseTo(click(plain, 8), within(1e-3));
        assertThat(samples(loud).remaining()).isEqualTo(20 * RATE);
        assertThat(MediaProbe.probe(loud).durationSeconds()).isEqualTo(20.0);
    }
}
