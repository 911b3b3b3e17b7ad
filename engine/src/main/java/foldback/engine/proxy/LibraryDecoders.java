package foldback.engine.proxy;

import foldback.core.picture.Frame;
import foldback.media.ffmpeg.MediaInfo;
import foldback.media.library.StreamDecoder;
import java.io.IOException;
import java.util.Deque;
import java.util.concurrent.ConcurrentLinkedDeque;

/** Decodes proxies in the process with decoders that stay warm: as many as were needed at the same time. Safe for many threads. */
final class LibraryDecoders implements ProxyDecoders {
    private final Deque<StreamDecoder> free = new ConcurrentLinkedDeque<>();
    private volatile boolean closed;

    @Override
    public Frame frame(Proxy proxy, int number) {
        int key = proxy.pictures().keyBefore(number);
        MediaInfo.Video video = proxy.video();
        Frame frame = Frame.allocate(video.format(), video.tags(), video.width(), video.height());
        StreamDecoder decoder = free.pollFirst();
        try {
            decoder = decoder == null ? new StreamDecoder() : decoder;
            decoder.decodeLast(
                    proxy.pictures().coded(key, number), proxy.pictures().offsets(key, number), frame);
            release(decoder);
            return frame;
        } catch (IOException failed) {
            if (decoder != null) {
                decoder.close();
            }
            throw proxy.unreadable(failed);
        }
    }

    private void release(StreamDecoder decoder) {
        if (closed) {
            decoder.close();
        } else {
            free.addFirst(decoder);
        }
    }

    @Override
    public void close() {
        closed = true;
        for (StreamDecoder decoder = free.pollFirst(); decoder != null; decoder = free.pollFirst()) {
            decoder.close();
        }
    }
}
