package foldback.media.proxy;

import foldback.core.picture.Frame;
import foldback.media.ffmpeg.MediaInfo;
import java.io.IOException;
import java.io.OutputStream;

/** Decodes some of a proxy's pictures in rising order by one decoder, which is spared what lies between them as far as may be. */
public final class ProxyPicks implements AutoCloseable {
    private final PipeDecoder decoder;
    /** Of each wanted picture, how many pictures are decoded for it; 0 where it is the one before. */
    private final int[] decoded;

    private int next;

    /**
     * Starts decoding.
     *
     * @param video the proxy's stream
     * @param wanted numbers of pictures, none below the one before
     * @param width of the frames that are given
     * @param height of the frames that are given
     */
    public ProxyPicks(PictureIndex pictures, MediaInfo.Video video, int[] wanted, int width, int height)
            throws IOException {
        int[] first = new int[wanted.length];
        decoded = new int[wanted.length];
        int last = -1;
        for (int i = 0; i < wanted.length; i++) {
            first[i] = Math.max(last + 1, pictures.keyBefore(wanted[i]));
            decoded[i] = wanted[i] - first[i] + 1;
            last = wanted[i];
        }
        decoder = new PipeDecoder(video, width, height);
        decoder.feed(input -> feed(pictures, first, input));
    }

    private void feed(PictureIndex pictures, int[] first, OutputStream input) throws IOException {
        for (int i = 0; i < first.length; i++) {
            if (decoded[i] > 0) {
                input.write(pictures.coded(first[i], first[i] + decoded[i] - 1));
            }
        }
    }

    /**
     * Fills a frame with the next wanted picture.
     *
     * @return false where it is the one before once more: the frame is left as it is
     * @throws IOException where the decoder ended early
     */
    public boolean next(Frame frame) throws IOException {
        for (int i = 0; i < decoded[next]; i++) {
            decoder.read(frame);
        }
        return decoded[next++] > 0;
    }

    @Override
    public void close() {
        decoder.close();
    }
}
