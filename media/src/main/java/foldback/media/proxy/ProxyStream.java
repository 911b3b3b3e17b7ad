package foldback.media.proxy;

import foldback.core.picture.Frame;
import foldback.media.ffmpeg.MediaInfo;
import java.io.IOException;
import java.io.OutputStream;

/** Decodes a proxy's pictures one after the other, from any of them on, by one decoder that is fed in the background. */
public final class ProxyStream implements AutoCloseable {
    private final PipeDecoder decoder;
    private int next;

    /**
     * Starts decoding.
     *
     * @param video the proxy's stream
     * @param first the first picture that will be asked for
     * @param width of the frames that are given
     * @param height of the frames that are given
     */
    public ProxyStream(PictureIndex pictures, MediaInfo.Video video, int first, int width, int height)
            throws IOException {
        int key = pictures.keyBefore(first);
        next = key;
        decoder = new PipeDecoder(video, width, height);
        decoder.feed(input -> feed(pictures, key, input));
    }

    private static void feed(PictureIndex pictures, int key, OutputStream input) throws IOException {
        for (int from = key; from < pictures.frames(); from += ProxyEncoder.GROUP) {
            input.write(pictures.coded(from, Math.min(pictures.frames(), from + ProxyEncoder.GROUP) - 1));
        }
    }

    /**
     * Fills a frame with a picture; pictures must be asked for in rising order.
     *
     * @throws IOException where the decoder ended early
     */
    public void read(int number, Frame frame) throws IOException {
        for (; next <= number; next++) {
            decoder.read(frame);
        }
    }

    @Override
    public void close() {
        decoder.close();
    }
}
