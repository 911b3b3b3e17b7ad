package foldback.engine.balance;

import foldback.core.balance.KnotPictures;
import foldback.core.picture.Frame;
import foldback.engine.proxy.Proxies;
import foldback.engine.proxy.Proxy;
import foldback.engine.take.Take;
import foldback.engine.take.TakeClip;
import foldback.media.ffmpeg.MediaInfo;
import foldback.media.proxy.ProxyPicks;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.stream.IntStream;

/** Small pictures of all lenses of a take, read from its files. */
public final class KnotFrames {
    /** Patches are a degree or more: so wide a picture is enough. */
    static final int WIDTH = 640;

    private KnotFrames() {}

    /** From proxies where all clips have one, else from the clips themselves, which takes long. */
    public static KnotPictures of(Take take, Proxies proxies) {
        List<Proxy> small = proxies.ofAll(take.clips());
        return small.isEmpty() ? new FromClips(take) : new FromProxies(small);
    }

    /** @param take its clips are decoded from the next key picture on */
    private record FromClips(Take take) implements KnotPictures {
        private static final int MOST = 6;

        @Override
        public int most() {
            return MOST;
        }

        @Override
        public void read(double[] seconds, Visitor visitor) {
            for (int t = 0; t < seconds.length; t++) {
                double at = seconds[t];
                List<Frame> frames = IntStream.range(0, take.clips().size())
                        .parallel()
                        .mapToObj(i -> small(take.clips().get(i), at))
                        .toList();
                visitor.visit(t, frames);
            }
        }

        private static Frame small(TakeClip clip, double seconds) {
            int halvings = 0;
            while (clip.video().width() >> halvings > WIDTH
                    && clip.video().width() % (4 << halvings) == 0
                    && clip.video().height() % (4 << halvings) == 0) {
                halvings++;
            }
            return clip.part(clip.whole(clip.frameAt(seconds), halvings));
        }
    }

    /** @param proxies of the lenses, in their order */
    record FromProxies(List<Proxy> proxies) implements KnotPictures {
        private static final int MOST = 600;

        @Override
        public int most() {
            return MOST;
        }

        @Override
        public void read(double[] seconds, Visitor visitor) {
            List<Source> sources = new ArrayList<>();
            try {
                for (Proxy proxy : proxies) {
                    sources.add(new Source(proxy, seconds));
                }
                // While some pictures are looked at, the next ones are decoded.
                CompletableFuture<List<Frame>> next = ahead(sources);
                for (int t = 0; t < seconds.length; t++) {
                    List<Frame> frames = arrived(next);
                    if (t + 1 < seconds.length) {
                        next = ahead(sources);
                    }
                    visitor.visit(t, frames);
                }
            } finally {
                sources.forEach(Source::close);
            }
        }

        private static CompletableFuture<List<Frame>> ahead(List<Source> sources) {
            return CompletableFuture.supplyAsync(
                    () -> sources.stream().parallel().map(Source::next).toList());
        }

        private static List<Frame> arrived(CompletableFuture<List<Frame>> next) {
            try {
                return next.join();
            } catch (CompletionException failed) {
                throw failed.getCause() instanceof RuntimeException own ? own : failed;
            }
        }
    }

    /** One lens's pictures in order. */
    private static final class Source implements AutoCloseable {
        private final Proxy proxy;
        private final ProxyPicks picks;
        /** One is looked at while the other one is filled. */
        private Frame shown;

        private Frame filled;

        Source(Proxy proxy, double[] seconds) {
            this.proxy = proxy;
            MediaInfo.Video video = proxy.video();
            int halvings = 0;
            while (proxy.source().width() >> halvings > WIDTH
                    && video.width() % (4 * proxy.clip().across() << halvings) == 0
                    && video.height() % (4 * proxy.clip().down() << halvings) == 0) {
                halvings++;
            }
            int width = video.width() >> halvings;
            int height = video.height() >> halvings;
            int[] wanted = new int[seconds.length];
            for (int t = 0; t < wanted.length; t++) {
                wanted[t] = proxy.clip().frameAt(seconds[t]);
            }
            shown = Frame.allocate(video.format(), video.tags(), width, height);
            filled = Frame.allocate(video.format(), video.tags(), width, height);
            try {
                picks = new ProxyPicks(proxy.pictures(), video, wanted, width, height);
            } catch (IOException failed) {
                throw proxy.unreadable(failed);
            }
        }

        Frame next() {
            try {
                if (picks.next(filled)) {
                    Frame before = shown;
                    shown = filled;
                    filled = before;
                }
            } catch (IOException failed) {
                throw proxy.unreadable(failed);
            }
            return proxy.clip().part(shown);
        }

        @Override
        public void close() {
            picks.close();
        }
    }
}
