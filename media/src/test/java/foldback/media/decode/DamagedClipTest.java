package foldback.media.decode;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.run.Run;
import foldback.media.MediaException;
import foldback.media.ffmpeg.FrameIndex;
import foldback.media.ffmpeg.MediaInfo;
import foldback.media.ffmpeg.MediaProbe;
import foldback.media.ffmpeg.TestClips;
import foldback.media.process.Children;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What is found out about damaged clips, and what is read from them. */
class DamagedClipTest {
    private static final int FRAMES = 40;

    @TempDir
    private Path folder;

    private Path counted() {
        return TestClips.counted(folder.resolve("counted.mp4"), FRAMES, PixelFormat.YUV420_8, ColourTags.BT709_LIMITED);
    }

    /** Noise that moves, with sound, in a codec and a container. */
    private Path filmed(String name, String... coding) throws Exception {
        Path file = folder.resolve(name);
        List<String> arguments = new ArrayList<>(List.of(
                "-f",
                "lavfi",
                "-i",
                "testsrc2=size=192x128:rate=25:duration=2,noise=all_seed=7:alls=20:allf=t",
                "-f",
                "lavfi",
                "-i",
                "sine=frequency=440:duration=2",
                "-pix_fmt",
                "yuv420p"));
        arguments.addAll(List.of(coding));
        arguments.add(file.toString());
        TestClips.ffmpeg(arguments.toArray(String[]::new));
        return file;
    }

    private static ClipHealth check(Path file) {
        return ClipCheck.check(FrameIndex.read(file), MediaProbe.probe(file), Run.QUIET);
    }

    @ParameterizedTest
    @CsvSource(textBlock = """
            h264.mp4,  libx264,     aac
            hevc.mkv,  libx265,     aac
            late.ts,   libx264,     mp2
            intra.mov, prores_ks,   pcm_s16le
            jpegs.avi, mjpeg,       pcm_s16le
            vp9.mkv,   libvpx-vp9,  flac
            """)
    void aHealthyClipIsFoundHealthy(String name, String video, String sound) throws Exception {
        ClipHealth health = check(filmed(name, "-c:v", video, "-c:a", sound));
        assertThat(health.hasDamage()).as("%s", health).isFalse();
        assertThat(health.frames()).isEqualTo(50);
        assertThat(List.of(health.skipped(), health.repeated(), health.soundFaults()))
                .containsOnly(0);
    }

    /** Frames before an open group's key frame lean on the group before, which HEVC's second decoder loses. */
    @Test
    void hevcInOpenGroupsIsFoundHealthy() throws Exception {
        Path clip = filmed(
                "open.mp4",
                "-c:v",
                "libx265",
                "-preset",
                "ultrafast",
                "-x265-params",
                "log-level=error:keyint=12:bframes=3:open-gop=1",
                "-c:a",
                "aac");
        ClipHealth health = ClipCheck.refine(check(clip), FrameIndex.read(clip), Run.QUIET);
        assertThat(health.strict()).isTrue();
        assertThat(health.hasDamage()).as("%s", health).isFalse();
    }

    @Test
    void flippedBytesInThePicturesAreFoundWithTheirTimes() throws Exception {
        Path clip =
                filmed("flipped.mp4", "-c:v", "libx264", "-g", "10", "-sc_threshold", "0", "-bf", "2", "-c:a", "aac");
        List<long[]> packets = packets(clip);
        byte[] bytes = Files.readAllBytes(clip);
        // In the file's order, too, the third group is frames 20 to 29; its two largest packets but the key frame's.
        SplittableRandom random = new SplittableRandom(1);
        packets.subList(21, 28).stream()
                .sorted(Comparator.comparingLong((long[] each) -> each[1]).reversed())
                .limit(2)
                .forEach(packet -> {
                    for (int i = 12; i < packet[1]; i++) {
                        bytes[(int) packet[0] + i] = (byte) random.nextInt(256);
                    }
                });
        Files.write(clip, bytes);
        ClipHealth health = check(clip);
        assertThat(health.hasDamage()).isTrue();
        // Decoders conceal errors as their threads happen to run: frames between the two packets may come out whole.
        assertThat(health.damaged()).hasSizeBetween(1, 2);
        ClipHealth.Range last = health.damaged().get(health.damaged().size() - 1);
        assertThat(health.damaged().get(0).first()).isBetween(17, 28);
        assertThat(last.end()).isEqualTo(30);
        assertThat(last.toSeconds()).isCloseTo(1.2, within(0.001));
    }

    @Test
    void aClipThatEndsBeforeItsIndexSaysIsFound() throws Exception {
        Path clip = filmed("cut.mp4", "-c:v", "libx264", "-g", "10", "-c:a", "aac", "-movflags", "+faststart");
        byte[] bytes = Files.readAllBytes(clip);
        Files.write(clip, Arrays.copyOf(bytes, bytes.length * 6 / 10));
        ClipHealth health = check(clip);
        assertThat(health.hasDamage()).isTrue();
        assertThat(health.endsEarlySeconds()).isBetween(0.5, 1.2);
    }

    @Test
    void framesThatTheRecorderLeftOutAreCounted() throws Exception {
        Path clip = folder.resolve("skips.mp4");
        TestClips.ffmpeg(
                "-i",
                counted().toString(),
                "-vf",
                "select='not(between(n,12,13)+eq(n,30))'",
                "-vsync",
                "passthrough",
                "-c:v",
                "libx264",
                clip.toString());
        ClipHealth health = check(clip);
        assertThat(health.skipped()).isEqualTo(3);
        assertThat(health.skippedAt()).hasSize(2);
        assertThat(health.skippedAt().get(0)).isCloseTo(11 / 25.0, within(0.001));
        assertThat(health.hasDamage()).isFalse();
    }

    @Test
    void framesThatRepeatAreCountedUnlessNothingMoves() throws Exception {
        Path clip = folder.resolve("repeats.mkv");
        TestClips.ffmpeg(
                "-i",
                counted().toString(),
                "-vf",
                "select='1',loop=loop=3:size=1:start=8",
                "-c:v",
                "ffv1",
                clip.toString());
        assertThat(check(clip).repeated()).isEqualTo(3);
        Path still = folder.resolve("still.mkv");
        TestClips.ffmpeg("-f", "lavfi", "-i", "color=gray:size=64x64:duration=1", "-c:v", "ffv1", still.toString());
        assertThat(check(still).repeated()).isZero();
    }

    /** A decoder leaves out what it cannot make anything of: that must not move the frames behind it. */
    @Test
    void aFrameThatDoesNotComeOutMovesNoOther() throws Exception {
        Path clip = folder.resolve("hole.mov");
        TestClips.ffmpeg("-i", counted().toString(), "-c:v", "prores_ks", clip.toString());
        List<long[]> packets = packets(clip);
        byte[] bytes = Files.readAllBytes(clip);
        for (int lost : new int[] {7, 8, FRAMES - 1}) {
            int at = (int) packets.get(lost)[0];
            Arrays.fill(bytes, at, at + (int) packets.get(lost)[1], (byte) 0);
        }
        Files.write(clip, bytes);
        MediaInfo.Video video = MediaProbe.probe(clip).video().orElseThrow();
        FrameIndex index = FrameIndex.read(clip);
        for (int first : new int[] {0, 5, 8, 20}) {
            Frame frame = Frame.allocate(video.format(), video.tags(), TestClips.SIZE, TestClips.SIZE);
            try (FrameReader reader = new FrameReader(index, video, first, TestClips.SIZE, TestClips.SIZE, 0)) {
                for (int n = first; n < FRAMES; n++) {
                    assertThat(reader.next(frame))
                            .as("frame %d from %d", n, first)
                            .isTrue();
                    int shown = n == 7 || n == 8 ? 9 : n == FRAMES - 1 ? FRAMES - 2 : n;
                    assertThat(TestClips.numberOf(frame))
                            .as("frame %d from %d", n, first)
                            .isEqualTo(shown);
                }
                assertThat(reader.next(frame)).isFalse();
                assertThat(reader.damaged().get(FRAMES - 1)).isTrue();
                assertThat(reader.damaged().get(8)).isEqualTo(first <= 8);
                assertThat(reader.damaged().get(30)).isFalse();
            }
        }
        assertThat(check(clip).damagedFrames(7, 9)).isEqualTo(2);
    }

    @Test
    void whatCannotBeDecodedAtAllIsRefusedWithoutPlacesInMemory() throws Exception {
        Path clip = folder.resolve("nothing.mov");
        TestClips.ffmpeg("-i", counted().toString(), "-c:v", "prores_ks", clip.toString());
        MediaInfo info = MediaProbe.probe(clip);
        FrameIndex index = FrameIndex.read(clip);
        byte[] bytes = Files.readAllBytes(clip);
        for (long[] packet : packets(clip)) {
            Arrays.fill(bytes, (int) packet[0], (int) (packet[0] + packet[1]), (byte) 0);
        }
        Files.write(clip, bytes);
        assertThatThrownBy(() -> ClipCheck.check(index, info, Run.QUIET))
                .isInstanceOf(MediaException.class)
                .hasMessageContaining("nothing.mov cannot be decoded")
                .hasMessageNotContaining("0x")
                .hasMessageNotContaining("repeated");
    }

    @Test
    void aLastLineSaysSomething() {
        assertThat(MediaProbe.lastLine("[h264 @ 0x55e] Invalid NAL unit size\n    Last message repeated 3 times\n"))
                .isEqualTo("Invalid NAL unit size");
    }

    /** Place and size of each packet of the picture, in the file's order. */
    private static List<long[]> packets(Path clip) throws Exception {
        Children.Outcome said = Children.run(List.of(
                "ffprobe",
                "-v",
                "error",
                "-select_streams",
                "v:0",
                "-show_entries",
                "packet=pos,size",
                "-of",
                "csv=p=0",
                clip.toString()));
        return said.output()
                .lines()
                .map(line -> line.split(","))
                .map(cells -> new long[] {Long.parseLong(cells[1]), Long.parseLong(cells[0])})
                .toList();
    }
}
