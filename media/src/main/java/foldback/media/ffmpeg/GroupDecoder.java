package foldback.media.ffmpeg;

import foldback.core.picture.Frame;
import foldback.media.process.Child;
import foldback.media.process.Children;
import java.io.IOException;
import java.io.OutputStream;

/**
 * A decoder that was started before its pictures are known and waits for them: starting FFmpeg takes several times as long
 * as decoding a group of a proxy. It serves once; only the end of its input makes it give out the last picture.
 */
public final class GroupDecoder implements AutoCloseable {
    private final Child child;
    private final RawFrames raw;

    /** Starts a decoder for streams of a layout and size. */
    public GroupDecoder(MediaInfo.Video video) throws IOException {
        Arguments arguments = Arguments.ffmpeg()
                .add("-threads", "1", "-f", "h264", "-i", "pipe:0", "-vsync", "passthrough")
                .add("-pix_fmt", video.decodeFormat(), "-f", "rawvideo", "pipe:1");
        child = Children.start(0, arguments.list());
        raw = new RawFrames(video.format().frameBytes(video.width(), video.height()));
    }

    /**
     * Decodes pictures from a key picture on and gives the last.
     *
     * @param coded as {@link PictureIndex#coded} gives them
     * @param pictures how many these are
     * @param frame filled with one after the other, at last with the last
     * @throws IOException where the decoder ended early
     */
    public void decodeLast(byte[] coded, int pictures, Frame frame) throws IOException {
        // Written beside the reading: the decoder takes no more while nobody takes what it gives.
        Thread feeder = new Thread(() -> feed(coded), "feed-decoder");
        feeder.setDaemon(true);
        feeder.start();
        for (int i = 0; i < pictures; i++) {
            if (!raw.read(child.output(), frame)) {
                throw new IOException("the decoder ended: " + MediaProbe.lastLine(child.errors()));
            }
        }
    }

    private void feed(byte[] coded) {
        try (OutputStream input = child.input()) {
            input.write(coded);
        } catch (IOException ended) {
            // The decoder is gone: the reader meets the end of its output and says so.
        }
    }

    public boolean isAlive() {
        return child.isAlive();
    }

    @Override
    public void close() {
        child.close();
    }
}
