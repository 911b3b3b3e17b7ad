package foldback.media.library;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import foldback.core.picture.Frame;
import foldback.core.run.Run;
import foldback.media.ffmpeg.Arguments;
import foldback.media.ffmpeg.FrameIndex;
import foldback.media.ffmpeg.MediaInfo;
import foldback.media.ffmpeg.MediaProbe;
import foldback.media.process.Children;
import foldback.media.proxy.GroupDecoder;
import foldback.media.proxy.PictureIndex;
import foldback.media.proxy.ProxyEncoder;
import java.io.IOException;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Pictures are the same, to the bit, as those of FFmpeg's program. */
class StreamDecoderTest {
    private static final int WIDTH = 160;
    private static final int HEIGHT = 120;

    @TempDir
    private Path folder;

    private record Stream(MediaInfo.Video video, PictureIndex index) {}

    private Stream stream(String format) throws Exception {
        Path clip = folder.resolve("clip.mp4");
        Children.run(Arguments.ffmpeg()
                .add("-f", "lavfi", "-i", "testsrc2=s=320x240:r=25:d=1.4", "-pix_fmt", format)
                .add("-c:v", "libx264", "-preset", "ultrafast", "-qp", "20", clip.toString())
                .list());
        MediaInfo info = MediaProbe.probe(clip);
        Path out = folder.resolve("proxy.h264");
        ProxyEncoder.encode(FrameIndex.read(clip), info, WIDTH, HEIGHT, out, Run.QUIET);
        return new Stream(info.video().orElseThrow().withSize(WIDTH, HEIGHT), PictureIndex.scan(out));
    }

    private static Frame room(MediaInfo.Video video) {
        return Frame.allocate(video.format(), video.tags(), WIDTH, HEIGHT);
    }

    @ParameterizedTest
    @ValueSource(strings = {"yuv420p", "yuvj420p", "yuv422p", "yuv420p10le"})
    void picturesAreThoseOfTheProgram(String format) throws Exception {
        Stream stream = stream(format);
        try (StreamDecoder decoder = new StreamDecoder()) {
            for (int number : new int[] {0, 5, 11, 12, 34, 3, 3, 20}) {
                int key = stream.index().keyBefore(number);
                byte[] coded = stream.index().coded(key, number);
                Frame found = room(stream.video());
                decoder.decodeLast(coded, stream.index().offsets(key, number), found);
                Frame wanted = room(stream.video());
                try (GroupDecoder program = new GroupDecoder(stream.video())) {
                    program.decodeLast(coded, number - key + 1, wanted);
                }
                for (int y = 0; y < HEIGHT; y++) {
                    for (int x = 0; x < WIDTH; x++) {
                        assertThat(found.y().get(x, y)).isEqualTo(wanted.y().get(x, y));
                    }
                }
                assertThat(found.u().get(7, 9)).isEqualTo(wanted.u().get(7, 9));
                assertThat(found.v().get(50, 40)).isEqualTo(wanted.v().get(50, 40));
            }
        }
    }

    @Test
    void whatIsWrongIsToldAndTheDecoderGoesOn() throws Exception {
        Stream stream = stream("yuv420p");
        byte[] coded = stream.index().coded(0, 5);
        int[] starts = stream.index().offsets(0, 5);
        try (StreamDecoder decoder = new StreamDecoder()) {
            byte[] broken = coded.clone();
            java.util.Arrays.fill(broken, starts[2], broken.length, (byte) 0x55);
            assertThatThrownBy(() -> decoder.decodeLast(broken, starts, room(stream.video())))
                    .isInstanceOf(IOException.class);
            Frame small = Frame.allocate(stream.video().format(), stream.video().tags(), 64, 64);
            assertThatThrownBy(() -> decoder.decodeLast(coded, starts, small))
                    .isInstanceOf(IOException.class)
                    .hasMessageContaining("160 x 120, 64 x 64 were expected");
            MediaInfo.Video deep = stream("yuv420p10le").video();
            assertThatThrownBy(() -> decoder.decodeLast(coded, starts, room(deep)))
                    .isInstanceOf(IOException.class)
                    .hasMessageContaining("yuv420p");
            Frame right = room(stream.video());
            decoder.decodeLast(coded, starts, right);
            assertThat(right.y().get(80, 60)).isPositive();
        }
    }
}
