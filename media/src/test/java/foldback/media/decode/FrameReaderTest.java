package foldback.media.decode;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.media.ffmpeg.FrameIndex;
import foldback.media.ffmpeg.MediaInfo;
import foldback.media.ffmpeg.MediaProbe;
import foldback.media.ffmpeg.TestClips;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Frames come out one by one, whatever the container does with time. */
class FrameReaderTest {
    private static final int FRAMES = 50;

    @TempDir
    private Path folder;

    @Test
    void anyFrameOfAClipWithBFramesIsReached() {
        Path clip = TestClips.counted(folder.resolve("b.mp4"), FRAMES, PixelFormat.YUV420_8, ColourTags.BT709_LIMITED);
        FrameIndex index = FrameIndex.read(clip);
        assertThat(index.frames()).isEqualTo(FRAMES);
        assertThat(index.duration()).isCloseTo(2.0, within(1e-6));
        for (int first : new int[] {0, 1, 2, 23, 24, 25, 48, 49}) {
            assertThat(numbers(clip, first)).isEqualTo(FRAMES - first);
        }
    }

    /** How many frames come from {@code first} on; each is checked to be the next. */
    private static int numbers(Path clip, int first) {
        MediaInfo.Video video = MediaProbe.probe(clip).video().orElseThrow();
        Frame frame = Frame.allocate(video.format(), video.tags(), video.width(), video.height());
        int count = 0;
        try (FrameReader reader =
                new FrameReader(FrameIndex.read(clip), video, first, video.width(), video.height(), 0)) {
            while (reader.next(frame)) {
                assertThat(TestClips.numberOf(frame)).isEqualTo(first + count);
                count++;
            }
        }
        return count;
    }

    @Test
    void tenBitsArriveAsTenBits() {
        Path clip = TestClips.counted(folder.resolve("ten.mp4"), 20, PixelFormat.YUV420_10, ColourTags.BT709_LIMITED);
        assertThat(MediaProbe.probe(clip).video().orElseThrow().format()).isEqualTo(PixelFormat.YUV420_10);
        assertThat(numbers(clip, 7)).isEqualTo(13);
    }

    @Test
    void fullRangeIsNotSqueezed() throws Exception {
        Path clip = folder.resolve("full.mp4");
        TestClips.ffmpeg(
                "-f",
                "lavfi",
                "-i",
                "color=white:s=64x64:r=25:d=0.2",
                "-vf",
                "scale=out_range=full",
                "-pix_fmt",
                "yuvj420p",
                "-c:v",
                "libx264",
                "-qp",
                "0",
                clip.toString());
        MediaInfo.Video video = MediaProbe.probe(clip).video().orElseThrow();
        assertThat(video.tags().range()).isEqualTo(ColourTags.Range.FULL);
        Frame frame = Frame.allocate(video.format(), video.tags(), 64, 64);
        try (FrameReader reader = new FrameReader(FrameIndex.read(clip), video, 0, 64, 64, 0)) {
            assertThat(reader.next(frame)).isTrue();
        }
        assertThat(frame.y().get(30, 30)).isGreaterThan(250);
    }

    @Test
    void aRotationFlagTurnsNothing() throws Exception {
        Path clip = TestClips.counted(folder.resolve("up.mp4"), 5, PixelFormat.YUV420_8, ColourTags.BT709_LIMITED);
        Path turned = folder.resolve("turned.mp4");
        TestClips.ffmpeg("-i", clip.toString(), "-c", "copy", "-metadata:s:v:0", "rotate=90", turned.toString());
        MediaInfo.Video video = MediaProbe.probe(turned).video().orElseThrow();
        assertThat(Math.abs(video.rotation())).isEqualTo(90);
        assertThat(numbers(turned, 2)).isEqualTo(3);
    }

    @Test
    void variableRatesAreFoundByTimestamps() throws Exception {
        Path clip = TestClips.counted(folder.resolve("even.mp4"), 30, PixelFormat.YUV420_8, ColourTags.BT709_LIMITED);
        Path uneven = folder.resolve("uneven.mkv");
        // The second half runs at half the rate.
        TestClips.ffmpeg(
                "-i",
                clip.toString(),
                "-vf",
                "setpts='if(lt(N,15),N,15+(N-15)*2)/25/TB'",
                "-vsync",
                "passthrough",
                "-c:v",
                "libx264",
                "-crf",
                "4",
                uneven.toString());
        FrameIndex index = FrameIndex.read(uneven);
        assertThat(index.frames()).isEqualTo(30);
        assertThat(index.nearest(0.4)).isEqualTo(10);
        assertThat(index.nearest(0.6 + 4 * 0.08)).isEqualTo(19);
        assertThat(numbers(uneven, 19)).isEqualTo(11);
    }

    @Test
    void aTieGoesToTheEarlierFrame() {
        FrameIndex index = new FrameIndex(
                folder, new double[] {1.0, 1.04, 1.08}, new boolean[] {true, false, false}, new int[3], 0);
        assertThat(index.nearest(0.02)).isZero();
        assertThat(index.nearest(0.0201)).isEqualTo(1);
        assertThat(index.nearest(-5)).isZero();
        assertThat(index.nearest(9)).isEqualTo(2);
        assertThat(index.keyBefore(2)).isZero();
    }

    @Test
    void oddSizesAreReadAsTheyAre() throws Exception {
        Path clip = folder.resolve("odd.mkv");
        TestClips.ffmpeg(
                "-f",
                "lavfi",
                "-i",
                "testsrc=s=65x49:r=25:d=0.2",
                "-pix_fmt",
                "yuv444p",
                "-c:v",
                "ffv1",
                clip.toString());
        MediaInfo.Video video = MediaProbe.probe(clip).video().orElseThrow();
        Frame frame = Frame.allocate(video.format(), video.tags(), 65, 49);
        int count = 0;
        try (FrameReader reader = new FrameReader(FrameIndex.read(clip), video, 0, 65, 49, 0)) {
            while (reader.next(frame)) {
                count++;
            }
        }
        assertThat(count).isEqualTo(5);
    }
}
