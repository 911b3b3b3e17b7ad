package foldback.engine.preview;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import foldback.core.picture.Frame;
import foldback.engine.take.TakeClip;
import foldback.media.MediaException;
import foldback.media.ffmpeg.FrameReader;

/** Decoded frames by what they came from; bounded by bytes. */
final class FrameCache {
    private final Cache<Key, Frame> frames;

    private record Key(String sha256, int frame, int width) {}

    FrameCache(long bytes) {
        frames = Caffeine.newBuilder()
                .maximumWeight(bytes / 1024)
                .weigher((Key key, Frame frame) ->
                        (int) (frame.format().frameBytes(frame.width(), frame.height()) / 1024))
                .build();
    }

    /** A frame of a clip, halved some times; not to be written to. */
    Frame frame(TakeClip clip, int index, int halvings) {
        int width = clip.video().width() >> halvings;
        return frames.get(new Key(clip.ref().sha256(), index, width), key -> decode(clip, index, halvings));
    }

    private static Frame decode(TakeClip clip, int index, int halvings) {
        int width = clip.video().width() >> halvings;
        int height = clip.video().height() >> halvings;
        Frame frame = Frame.allocate(clip.video().format(), clip.video().tags(), width, height);
        try (FrameReader reader = new FrameReader(clip.index(), clip.video(), index, width, height, 0)) {
            if (!reader.next(frame)) {
                throw new MediaException(
                        clip.file(), clip.ref().file() + " has no frame " + index + ". Copy it again from the card.");
            }
        }
        return frame;
    }
}
