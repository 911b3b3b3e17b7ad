package foldback.engine.preview;

import com.github.benmanes.caffeine.cache.Cache;
import foldback.core.picture.Frame;
import foldback.core.picture.FrameHalver;
import foldback.engine.cache.Caches;
import foldback.engine.proxy.Proxy;
import foldback.engine.proxy.ProxyDecoders;
import foldback.engine.take.TakeClip;

/** Decoded frames by what they came from; bounded by bytes. */
final class FrameCache implements AutoCloseable {
    private final Cache<Key, Frame> frames;
    private final ProxyDecoders decoders = ProxyDecoders.available();

    private record Key(String sha256, boolean proxy, int frame, int halvings) {}

    FrameCache(long bytes) {
        frames = Caches.builder()
                .maximumWeight(bytes / 1024)
                .weigher((Key key, Frame frame) ->
                        (int) (frame.format().frameBytes(frame.width(), frame.height()) / 1024))
                .build();
    }

    /** A lens's frame of a clip, halved some times; not to be written to. */
    Frame frame(TakeClip clip, int number, int halvings) {
        return clip.part(
                frames.get(new Key(clip.ref().sha256(), false, number, halvings), key -> clip.whole(number, halvings)));
    }

    /** The same from a proxy. */
    Frame frame(Proxy proxy, int number, int halvings) {
        return proxy.clip().part(whole(proxy, number, halvings));
    }

    private Frame whole(Proxy proxy, int number, int halvings) {
        Key key = new Key(proxy.clip().ref().sha256(), true, number, halvings);
        if (halvings == 0) {
            return frames.get(key, k -> decoders.frame(proxy, number));
        }
        Frame known = frames.getIfPresent(key);
        if (known == null) {
            known = FrameHalver.half(whole(proxy, number, halvings - 1));
            frames.put(key, known);
        }
        return known;
    }

    @Override
    public void close() {
        decoders.close();
    }
}
