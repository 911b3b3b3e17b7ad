package foldback.media.ffmpeg;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.time.FrameRate;
import foldback.media.MediaException;
import foldback.media.decode.FrameReader;
import foldback.media.process.Children;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What is no good says so, by the file's name, and opens nothing else. */
class BadMediaTest {
    @TempDir
    private Path folder;

    @Test
    void missingEmptyAndForeignFilesAreToldApart() throws Exception {
        refused(folder.resolve("gone.mp4"), "gone.mp4 is not there");
        refused(Files.createFile(folder.resolve("empty.mp4")), "empty.mp4 is empty");
        refused(
                Files.writeString(folder.resolve("letter.mp4"), "Dear all, ".repeat(500)),
                "letter.mp4 cannot be read as a video");
    }

    @Test
    void aTruncatedClipIsRefusedAndLeftAsItIs() throws Exception {
        Path clip = TestClips.counted(folder.resolve("whole.mp4"), 20, PixelFormat.YUV420_8, ColourTags.BT709_LIMITED);
        byte[] bytes = Files.readAllBytes(clip);
        Path cut = Files.write(folder.resolve("cut.mp4"), Arrays.copyOf(bytes, bytes.length / 2));
        refused(cut, "cut.mp4 cannot be read as a video");
        assertThat(Files.size(cut)).isEqualTo(bytes.length / 2);
    }

    /** A display matrix of zeroes turns by no angle that there is. */
    @Test
    void aTurnThatIsNoneIsNone() throws Exception {
        Path clip = TestClips.counted(folder.resolve("turned.mp4"), 5, PixelFormat.YUV420_8, ColourTags.BT709_LIMITED);
        byte[] bytes = Files.readAllBytes(clip);
        int header = new String(bytes, StandardCharsets.ISO_8859_1).indexOf("tkhd");
        Arrays.fill(bytes, header + 44, header + 44 + 32, (byte) 0);
        Files.write(clip, bytes);
        assertThat(MediaProbe.probe(clip).video().orElseThrow().rotation()).isZero();
    }

    @Test
    void aPlaylistNamedAsAVideoOpensNothing() throws Exception {
        Path clip = TestClips.counted(folder.resolve("real.mp4"), 5, PixelFormat.YUV420_8, ColourTags.BT709_LIMITED);
        Path list = Files.writeString(
                folder.resolve("list.mp4"),
                "#EXTM3U\n#EXT-X-TARGETDURATION:1\n#EXTINF:1,\n" + clip + "\n#EXT-X-ENDLIST\n");
        refused(list, "list.mp4 cannot be read as a video");
        Path script = Files.writeString(folder.resolve("script.mp4"), "ffconcat version 1.0\nfile '" + clip + "'\n");
        refused(script, "script.mp4 cannot be read as a video");
    }

    @Test
    void aFullDiskIsSaidByName() throws Exception {
        // Every write to this device fails as on a full disk.
        Path full = folder.resolve("render.mp4");
        Files.createSymbolicLink(full, Path.of("/dev/full"));
        assertThatThrownBy(() -> write(full, 60))
                .isInstanceOf(MediaException.class)
                .hasMessageContaining("The disk is full: render.mp4")
                .hasMessageContaining("Make room");
    }

    @Test
    void anEncoderThatIsKilledIsAnErrorNotAFile() throws Exception {
        Path out = folder.resolve("killed.mp4");
        EncoderSettings settings = settings();
        try (FrameWriter writer = new FrameWriter(out, settings, 0)) {
            Frame frame = Frame.allocate(PixelFormat.YUV420_8, ColourTags.BT709_LIMITED, 640, 320);
            writer.write(frame);
            assertThat(Children.run(List.of("kill", "-9", Long.toString(writer.pid())))
                            .code())
                    .isZero();
            assertThatThrownBy(() -> {
                        for (int n = 0; n < 200; n++) {
                            writer.write(frame);
                        }
                        writer.finish();
                    })
                    .isInstanceOf(MediaException.class)
                    .hasMessageContaining("killed.mp4")
                    .hasMessageContaining("ended from outside");
        }
    }

    @Test
    void aDecoderThatIsKilledInMidFrameIsSaidAndTheClipStaysReadable() throws Exception {
        Path clip = folder.resolve("shot.mp4");
        write(clip, 120);
        MediaInfo.Video video = MediaProbe.probe(clip).video().orElseThrow();
        Frame frame = Frame.allocate(video.format(), video.tags(), 640, 320);
        try (FrameReader reader = new FrameReader(FrameIndex.read(clip), video, 0, 640, 320, 0)) {
            assertThat(reader.next(frame)).isTrue();
            // A frame is larger than the pipe: the decoder stands in the middle of one.
            assertThat(Children.run(List.of("kill", "-9", Long.toString(reader.pid())))
                            .code())
                    .isZero();
            assertThatThrownBy(() -> {
                        while (reader.next(frame)) {
                            assertThat(reader).isNotNull();
                        }
                    })
                    .isInstanceOf(MediaException.class)
                    .hasMessageContaining("shot.mp4")
                    .hasMessageContaining("was ended from outside");
        }
        try (FrameReader again = new FrameReader(FrameIndex.read(clip), video, 100, 640, 320, 0)) {
            assertThat(again.next(frame)).isTrue();
        }
    }

    private static EncoderSettings settings() {
        return new EncoderSettings(
                640,
                320,
                new FrameRate(25, 1),
                PixelFormat.YUV420_8,
                ColourTags.BT709_LIMITED,
                "ultrafast",
                EncoderSettings.quality(0),
                1,
                50,
                VideoCodec.H264);
    }

    private static void write(Path file, int frames) {
        try (FrameWriter writer = new FrameWriter(file, settings(), 0)) {
            Frame frame = Frame.allocate(PixelFormat.YUV420_8, ColourTags.BT709_LIMITED, 640, 320);
            for (int n = 0; n < frames; n++) {
                frame.y().set(n % 640, n % 320, n);
                writer.write(frame);
            }
            writer.finish();
        }
    }

    private static void refused(Path file, String message) {
        assertThatThrownBy(() -> MediaProbe.probe(file))
                .isInstanceOf(MediaException.class)
                .hasMessageContaining(message);
    }
}
