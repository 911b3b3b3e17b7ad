package foldback.engine.gather;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.engine.DemoTake;
import foldback.media.MediaException;
import foldback.media.ffmpeg.MediaInfo;
import foldback.media.ffmpeg.MediaProbe;
import foldback.media.process.Children;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;
import java.util.concurrent.ForkJoinPool;
import java.util.concurrent.ForkJoinTask;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Damaged clips: each is read, or refused by name; none hangs, none ends the program. */
class MutatedMediaTest {
    /** Seven of each container; a soak tries two hundred. */
    private static final int FILES = Integer.getInteger("foldback.mutated", 49);

    /** Nothing that is being worked on takes so long for one file, however busy the machine. */
    private static final Duration STILL = Duration.ofMinutes(10);

    @TempDir
    private Path folder;

    @Test
    void damagedClipsAreReadOrRefusedByName() throws Exception {
        List<byte[]> clips = List.of(
                clip("with-sound.mp4", "-c:a", "aac"),
                clip("phone.mov", "-c:a", "pcm_s16le", "-movflags", "+faststart"),
                clip("other.mkv", "-an"),
                clip("old.avi", "-c:v", "mjpeg", "-c:a", "pcm_s16le"),
                clip("stream.ts", "-c:v", "mpeg2video", "-c:a", "mp2"),
                clip("broadcast.mxf", "-c:v", "mpeg2video", "-an"),
                clip("open.nut", "-c:v", "ffv1", "-c:a", "flac"));
        AtomicInteger refused = new AtomicInteger();
        AtomicInteger done = new AtomicInteger();
        ForkJoinTask<?> all = ForkJoinPool.commonPool()
                .submit(() -> IntStream.range(0, FILES).parallel().forEach(n -> {
                    byte[] bytes = mutated(clips.get(n % clips.size()), new SplittableRandom(n));
                    refused.addAndGet(isRefused(n, bytes) ? 1 : 0);
                    done.incrementAndGet();
                }));
        awaitProgress(all, done);
        // The mutations do harm, and not all of them do.
        assertThat(refused.get()).isBetween(FILES / 10, FILES * 19 / 20);
    }

    /** Waits as long as files are done, one after another. */
    private static void awaitProgress(ForkJoinTask<?> work, AtomicInteger done) throws Exception {
        int before = -1;
        while (true) {
            try {
                work.get(STILL.toSeconds(), TimeUnit.SECONDS);
                return;
            } catch (TimeoutException still) {
                assertThat(done.get()).as("files done within %s", STILL).isGreaterThan(before);
                before = done.get();
            }
        }
    }

    private byte[] clip(String name, String... more) throws Exception {
        Path file = folder.resolve(name);
        String source = DemoTake.MEDIA.resolve("sluice-path-a.mp4").toString();
        List<String> command = new java.util.ArrayList<>(
                List.of("ffmpeg", "-nostdin", "-v", "error", "-i", source, "-t", "0.6", "-vf", "scale=96:96"));
        command.addAll(List.of(more));
        command.add(Children.fileArgument(file));
        assertThat(Children.run(command).errors()).isEmpty();
        return Files.readAllBytes(file);
    }

    private boolean isRefused(int number, byte[] bytes) {
        Path file = folder.resolve("damaged " + number + ".mp4");
        try {
            Files.write(file, bytes);
            MediaInfo info = MediaProbe.probe(file);
            if (info.video().isPresent()) {
                LensPictures.find(file, info);
            }
            return false;
        } catch (MediaException refusal) {
            assertThat(refusal).hasMessageContaining(file.getFileName().toString());
            assertThat(refusal.getMessage()).doesNotContain(folder.toString());
            return true;
        } catch (IOException failed) {
            throw new java.io.UncheckedIOException(failed);
        } finally {
            file.toFile().delete();
        }
    }

    /** Bytes turned, zeroed, cut off, cut out, doubled or filled with chance, mostly where headers are. */
    private static byte[] mutated(byte[] clip, SplittableRandom random) {
        byte[] bytes = clip.clone();
        int at = random.nextBoolean() ? random.nextInt(bytes.length) : random.nextInt(Math.min(2048, bytes.length));
        int tail = bytes.length - random.nextInt(Math.min(4096, bytes.length)) - 1;
        at = random.nextInt(3) == 0 ? tail : at;
        int length = 1 + random.nextInt(Math.min(400, bytes.length - at));
        switch (random.nextInt(6)) {
            case 0 -> {
                for (int i = 0; i < 1 + random.nextInt(30); i++) {
                    bytes[random.nextInt(bytes.length)] ^= (byte) (1 << random.nextInt(8));
                }
            }
            case 1 -> Arrays.fill(bytes, at, at + length, (byte) 0);
            case 2 -> bytes = Arrays.copyOf(bytes, at);
            case 3 -> {
                byte[] without = new byte[bytes.length - length];
                System.arraycopy(bytes, 0, without, 0, at);
                System.arraycopy(bytes, at + length, without, at, without.length - at);
                bytes = without;
            }
            case 4 -> System.arraycopy(bytes, random.nextInt(bytes.length - length + 1), bytes, at, length);
            default -> {
                for (int i = at; i < at + length; i++) {
                    bytes[i] = (byte) random.nextInt(256);
                }
            }
        }
        return bytes;
    }
}
