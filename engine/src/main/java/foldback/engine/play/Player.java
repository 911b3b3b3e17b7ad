package foldback.engine.play;

import foldback.core.finish.ColourTransform;
import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.FrameHalver;
import foldback.core.recipe.Recipe;
import foldback.core.run.Threads;
import foldback.core.warp.Kernel;
import foldback.engine.picture.PictureMaker;
import foldback.engine.picture.TakeAdditions;
import foldback.engine.picture.Target;
import foldback.engine.proxy.Proxies;
import foldback.engine.proxy.Proxy;
import foldback.engine.take.Take;
import foldback.engine.take.TakeClip;
import foldback.media.MediaException;
import foldback.media.ffmpeg.MediaInfo;
import foldback.media.proxy.PlayWriter;
import foldback.media.proxy.ProxyStream;
import java.io.IOException;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;

/** Stitches frame after frame from proxies and gives out a film while it is made. */
public final class Player {
    private static final long KEPT_BYTES = 64L << 20;
    private static final double LEAD_SECONDS = 1.5;

    private final Proxies proxies;
    private final TakeAdditions additions;
    private final int threads;

    public Player(Proxies proxies, TakeAdditions additions, int threads) {
        this.proxies = proxies;
        this.additions = additions;
        this.threads = threads;
    }

    /**
     * Plays a span; returns when it was given out, or throws when nobody takes it any more.
     *
     * @param transform to what screens show; none where footage is shown by its curve
     * @param out takes fragmented MP4; it sets the pace
     * @throws MediaException where a clip has no proxy yet
     * @throws IOException where {@code out} was closed, or a child ended early
     */
    public void play(
            Recipe recipe, Take take, PlayRequest request, Optional<ColourTransform> transform, OutputStream out)
            throws IOException {
        List<Proxy> small = proxies.ofAll(take.showing(recipe).clips());
        if (small.isEmpty()) {
            throw new MediaException(
                    take.clips().get(0).file(),
                    "Playing needs the proxies, which are still being made. Their progress stands at the top.");
        }
        double rate = recipe.rate().perSecond();
        PictureMaker maker = PictureMaker.ofRun(
                recipe,
                small.stream().map(Proxy::source).toList(),
                Target.plain(request.canvas(), Kernel.QUICK, Target.Colours.VIEWING),
                transform,
                KEPT_BYTES,
                additions.of(recipe, take.showing(recipe)));
        boolean full = maker.tags().range() == ColourTags.Range.FULL;
        Optional<PlayWriter.Sound> sound = request.soundSlot().flatMap(slot -> sound(take, slot, request));
        int width = request.canvas().width();
        int height = request.canvas().height();
        try (PlayWriter writer = new PlayWriter(width, height, rate, full, sound)) {
            Thread stitching = new Thread(() -> stitch(recipe, small, request, maker, writer), "play");
            stitching.setDaemon(true);
            stitching.start();
            byte[] buffer = new byte[1 << 16];
            for (int count = writer.film().read(buffer);
                    count >= 0;
                    count = writer.film().read(buffer)) {
                out.write(buffer, 0, count);
                out.flush();
            }
        }
    }

    private static Optional<PlayWriter.Sound> sound(Take take, String slot, PlayRequest request) {
        return take.clips().stream()
                .filter(clip -> clip.ref().slot().equals(slot))
                .filter(clip -> !clip.info().audio().isEmpty())
                .findFirst()
                .map(clip -> new PlayWriter.Sound(
                        clip.file(),
                        clip.index().pts()[0]
                                + clip.ref().clipTime(request.span().from()),
                        clip.ref().secondInTake(),
                        request.span().seconds(),
                        request.speed()));
    }

    /** Ends the film where anything fails: the page sees it stop, and asks again. */
    private void stitch(Recipe recipe, List<Proxy> small, PlayRequest request, PictureMaker maker, PlayWriter writer) {
        Frame canvas = maker.allocate();
        ExecutorService executor = Executors.newFixedThreadPool(threads);
        List<Source> sources = new ArrayList<>();
        try {
            double step = request.speed() / recipe.rate().perSecond();
            long frames = (long) Math.ceil((request.span().seconds() - 1e-6) / step);
            for (int i = 0; i < small.size(); i++) {
                sources.add(new Source(
                        small.get(i), maker.halvings().get(i), request.span().from()));
            }
            long begun = System.nanoTime();
            for (long n = 0; n < frames; n++) {
                waitUntil(begun + (long) (1e9 * (n / recipe.rate().perSecond() - LEAD_SECONDS)));
                double time = request.span().from() + n * step;
                List<Frame> pictures = new ArrayList<>();
                for (Source source : sources) {
                    pictures.add(source.at(time));
                }
                maker.make(time, pictures, canvas, new Threads(executor, threads));
                writer.write(canvas);
            }
            writer.end();
        } catch (IOException ended) {
            writer.close();
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
        } finally {
            sources.forEach(Source::close);
            executor.shutdownNow();
        }
    }

    /** Who plays gets no more than a lead: the machine is also needed to show it, and an edit makes the rest worthless. */
    private static void waitUntil(long nanoTime) throws InterruptedException {
        long left = nanoTime - System.nanoTime();
        if (left > 0) {
            TimeUnit.NANOSECONDS.sleep(left);
        }
    }

    /** One lens's pictures in order. */
    private static final class Source implements AutoCloseable {
        private final TakeClip clip;
        private final ProxyStream stream;
        private final Frame whole;
        private final int halvings;
        private int number = -1;
        private Frame picture;

        Source(Proxy proxy, int halvings, double from) throws IOException {
            clip = proxy.clip();
            MediaInfo.Video video = proxy.video();
            // The decoder's own scaling spares most of the way through its pipe.
            int scaled = 0;
            while (scaled < halvings && divides(video, 4 << scaled)) {
                scaled++;
            }
            this.halvings = halvings - scaled;
            int width = video.width() >> scaled;
            int height = video.height() >> scaled;
            stream = new ProxyStream(proxy.pictures(), video, clip.frameAt(from), width, height);
            whole = Frame.allocate(video.format(), video.tags(), width, height);
        }

        private boolean divides(MediaInfo.Video video, int by) {
            return video.width() % (by * clip.across()) == 0 && video.height() % (by * clip.down()) == 0;
        }

        Frame at(double time) throws IOException {
            int wanted = clip.frameAt(time);
            if (wanted != number) {
                stream.read(wanted, whole);
                number = wanted;
                picture = clip.part(whole);
                for (int i = 0; i < halvings; i++) {
                    picture = FrameHalver.half(picture);
                }
            }
            return picture;
        }

        @Override
        public void close() {
            stream.close();
        }
    }
}
