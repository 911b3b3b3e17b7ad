package foldback.media.proxy;

import foldback.core.picture.Frame;
import foldback.media.ffmpeg.MediaInfo;
import java.io.IOException;

/**
 * A decoder that was started before its pictures are known and waits for them: starting FFmpeg takes several times as long
 * as decoding a group of a proxy. It serves once; only the end of its input makes it give out the last picture.
 */
public final class GroupDecoder implements AutoCloseable {
    private final PipeDecoder decoder;

    /** Starts a decoder for streams of a layout and size. */
    public GroupDecoder(MediaInfo.Video video) throws IOException {
        decoder = new PipeDecoder(video);
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
        decoder.feed(input -> input.write(coded));
        for (int i = 0; i < pictures; i++) {
            decoder.read(frame);
        }
    }

    public boolean isAlive() {
        return decoder.isAlive();
    }

    @Override
    public void close() {
        decoder.close();
    }
}
