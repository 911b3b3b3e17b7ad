package foldback.engine.proxy;

import foldback.core.picture.Frame;
import foldback.media.ffmpeg.MediaInfo;
import foldback.media.proxy.GroupDecoder;
import java.io.IOException;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.concurrent.Executors;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;

/**
 * Decodes proxies with FFmpeg programs that wait ready; each serves once and is replaced in the background. Safe for many threads.
 */
final class ProgramDecoders implements ProxyDecoders {
    /** Enough for two moments of two lenses or most of one of six. */
    private static final int MOST_READY = 4;

    /** The picture that is being made needs the processors first. */
    private static final long RESTOCK_AFTER_MILLIS = 150;

    private final Deque<Ready> ready = new ArrayDeque<>();
    private final ScheduledExecutorService starter = Executors.newSingleThreadScheduledExecutor(task -> {
        Thread thread = new Thread(task, "start-decoders");
        thread.setDaemon(true);
        return thread;
    });

    private record Kind(String layout, int width, int height) {
        static Kind of(MediaInfo.Video video) {
            return new Kind(video.decodeFormat(), video.width(), video.height());
        }
    }

    private record Ready(Kind kind, GroupDecoder decoder) {}

    @Override
    public Frame frame(Proxy proxy, int number) {
        int key = proxy.pictures().keyBefore(number);
        MediaInfo.Video video = proxy.video();
        Frame frame = Frame.allocate(video.format(), video.tags(), video.width(), video.height());
        try (GroupDecoder decoder = take(video)) {
            decoder.decodeLast(proxy.pictures().coded(key, number), number - key + 1, frame);
            return frame;
        } catch (IOException failed) {
            throw proxy.unreadable(failed);
        } finally {
            replace(video);
        }
    }

    private GroupDecoder take(MediaInfo.Video video) throws IOException {
        GroupDecoder found = null;
        synchronized (ready) {
            for (Ready one : List.copyOf(ready)) {
                if (found == null && one.kind().equals(Kind.of(video))) {
                    ready.remove(one);
                    // One that was ended from outside while it waited is left out.
                    found = one.decoder().isAlive() ? one.decoder() : null;
                }
            }
        }
        return found != null ? found : new GroupDecoder(video);
    }

    /** Starts decoders until enough of this kind are ready; those of other kinds make room. */
    private void replace(MediaInfo.Video video) {
        try {
            starter.schedule(
                    () -> {
                        try {
                            while (missing(Kind.of(video))) {
                                add(new Ready(Kind.of(video), new GroupDecoder(video)));
                            }
                        } catch (IOException notStarted) {
                            // The next moment starts its own, and says why that fails.
                        }
                    },
                    RESTOCK_AFTER_MILLIS,
                    TimeUnit.MILLISECONDS);
        } catch (RejectedExecutionException closed) {
            // Nobody asks any more.
        }
    }

    private boolean missing(Kind kind) {
        synchronized (ready) {
            return !starter.isShutdown()
                    && ready.stream().filter(one -> one.kind().equals(kind)).count() < MOST_READY;
        }
    }

    private void add(Ready one) {
        synchronized (ready) {
            if (starter.isShutdown()) {
                one.decoder().close();
                return;
            }
            ready.addLast(one);
            if (ready.size() > 2 * MOST_READY) {
                ready.removeFirst().decoder().close();
            }
        }
    }

    @Override
    public void close() {
        synchronized (ready) {
            starter.shutdown();
            ready.forEach(one -> one.decoder().close());
            ready.clear();
        }
    }
}
