package foldback.media.proxy;

import foldback.core.picture.Frame;
import foldback.media.ffmpeg.Arguments;
import foldback.media.ffmpeg.MediaInfo;
import foldback.media.ffmpeg.MediaProbe;
import foldback.media.ffmpeg.RawFrames;
import foldback.media.process.Child;
import foldback.media.process.Children;
import java.io.IOException;
import java.io.OutputStream;

/** An FFmpeg that takes a bare H.264 stream at its input and gives frames at its output. */
final class PipeDecoder implements AutoCloseable {
    private final Child child;
    private final RawFrames raw;

    /** Writes coded pictures. */
    interface Feed {
        void into(OutputStream input) throws IOException;
    }

    PipeDecoder(MediaInfo.Video video) throws IOException {
        this(video, video.width(), video.height());
    }

    /** Scales what it gives, every pixel the mean of those it stands for. */
    PipeDecoder(MediaInfo.Video video, int width, int height) throws IOException {
        Arguments arguments =
                Arguments.ffmpeg().add("-threads", "1", "-f", "h264", "-i", "pipe:0", "-vsync", "passthrough");
        if (width != video.width() || height != video.height()) {
            arguments.add("-vf", "scale=" + width + ":" + height + ":flags=area");
        }
        arguments.add("-pix_fmt", video.decodeFormat(), "-f", "rawvideo", "pipe:1");
        child = Children.start(0, arguments.list());
        raw = new RawFrames(video.format().frameBytes(width, height));
    }

    /** Feeds all that it will get, beside the reading: it takes no more while nobody takes what it gives. */
    void feed(Feed coded) {
        Thread feeder = new Thread(
                () -> {
                    try (OutputStream input = child.input()) {
                        coded.into(input);
                    } catch (IOException ended) {
                        // The decoder is gone: the reader meets the end of its output and says so.
                    }
                },
                "feed-decoder");
        feeder.setDaemon(true);
        feeder.start();
    }

    /**
     * Fills a frame with the next picture.
     *
     * @throws IOException where the decoder ended early
     */
    void read(Frame frame) throws IOException {
        if (!raw.read(child.output(), frame)) {
            throw new IOException("the decoder ended: " + MediaProbe.lastLine(child.errors()));
        }
    }

    boolean isAlive() {
        return child.isAlive();
    }

    @Override
    public void close() {
        child.close();
    }
}
