package foldback.engine.preview;

import foldback.core.balance.KnotPictures;
import foldback.core.finish.ColourTransform;
import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.RecipePlan;
import foldback.core.recipe.light.NoiseReduction;
import foldback.core.run.Run;
import foldback.core.run.Threads;
import foldback.core.warp.Canvas;
import foldback.engine.balance.KnotFrames;
import foldback.engine.picture.PictureMaker;
import foldback.engine.picture.PlanCache;
import foldback.engine.picture.TakeAdditions;
import foldback.engine.picture.Target;
import foldback.engine.proxy.Proxies;
import foldback.engine.proxy.Proxy;
import foldback.engine.take.Take;
import foldback.engine.take.TakeClip;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.function.IntFunction;
import java.util.stream.IntStream;

/** Makes pictures for pages; safe for many threads. */
public final class Previewer implements AutoCloseable {
    private static final int PLANS = 12;
    /** Proxies serve where they have at least this many pixels for one of the canvas. */
    private static final double LEAST_PROXY_PER_CANVAS = 0.9;

    private final FrameCache frames;
    private final Proxies proxies;
    private final TakeAdditions additions;
    private final PlanCache plans = new PlanCache(PLANS);
    private final ExecutorService executor;
    private final Threads threads;

    /**
     * A picture and where it comes from.
     *
     * @param fromProxies whether from proxies, else from the original clips
     */
    public record Picture(Frame frame, boolean fromProxies) {
        /** The same values with another meaning. */
        public Picture as(ColourTags tags) {
            return new Picture(frame.withTags(tags), fromProxies);
        }
    }

    /** @param cacheBytes the most that decoded frames may take */
    public Previewer(Proxies proxies, long cacheBytes, int threads) {
        this(proxies, TakeAdditions.NONE, cacheBytes, threads);
    }

    /**
     * The same of takes of which more was measured than their recipes say.
     *
     * @param cacheBytes the most that decoded frames may take
     */
    public Previewer(Proxies proxies, TakeAdditions additions, long cacheBytes, int threads) {
        this.proxies = proxies;
        this.additions = additions;
        this.frames = new FrameCache(cacheBytes);
        this.executor = Executors.newFixedThreadPool(threads, task -> {
            Thread thread = new Thread(task, "preview");
            thread.setDaemon(true);
            return thread;
        });
        this.threads = new Threads(executor, threads);
    }

    /**
     * The stitched canvas at a take time.
     *
     * @param transform the take's, if it has one; looked at where the target asks for pictures to be viewed
     * @param run asked before each lens's picture is fetched and before they are stitched; cancelling throws
     */
    public Picture sphere(
            Recipe recipe, Take whole, double seconds, Target target, Optional<ColourTransform> transform, Run run)
            throws InterruptedException {
        Take take = whole.showing(recipe);
        return stitched(recipe, take, seconds, target, transform, proxiesOf(take, recipe, target.canvas()), run);
    }

    /** The same from proxies wherever there are some, however coarse they are for it. */
    public Picture quick(
            Recipe recipe, Take whole, double seconds, Target target, Optional<ColourTransform> transform, Run run)
            throws InterruptedException {
        Take take = whole.showing(recipe);
        return stitched(recipe, take, seconds, target, transform, proxies.ofAll(take.clips()), run);
    }

    /** The same as a render would make it: from the original clips, whatever proxies there are. */
    public Picture still(
            Recipe recipe, Take whole, double seconds, Target target, Optional<ColourTransform> transform, Run run)
            throws InterruptedException {
        return stitched(recipe, whole.showing(recipe), seconds, target, transform, List.of(), run);
    }

    /** @param small proxies of all clips; none for the clips themselves */
    private Picture stitched(
            Recipe recipe,
            Take take,
            double seconds,
            Target target,
            Optional<ColourTransform> transform,
            List<Proxy> small,
            Run run)
            throws InterruptedException {
        boolean fromProxies = !small.isEmpty();
        List<RecipePlan.Source> sources =
                fromProxies ? small.stream().map(Proxy::source).toList() : take.sources();
        PictureMaker maker = PictureMaker.of(recipe, sources, target, transform, plans, additions.of(recipe, take));
        List<Frame> pictures = together(sources.size(), i -> {
            run.check();
            int number = take.clips().get(i).frameAt(seconds);
            int halvings = maker.halvings().get(i);
            return fromProxies
                    ? frames.frame(small.get(i), number, halvings)
                    : frames.frame(take.clips().get(i), number, halvings);
        });
        run.check();
        Frame out = maker.allocate();
        maker.make(seconds, pictures, out, threads);
        return new Picture(out, fromProxies);
    }

    /** The proxies of a take where all its clips have one that is sharp enough, else none. */
    private List<Proxy> proxiesOf(Take take, Recipe recipe, Canvas canvas) {
        List<Proxy> found = proxies.ofAll(take.clips());
        if (found.isEmpty()) {
            return found;
        }
        List<RecipePlan.Source> sizes = found.stream().map(Proxy::source).toList();
        double sharpness = RecipePlan.leastSourcePerCanvas(recipe, canvas, sizes);
        return sharpness >= LEAST_PROXY_PER_CANVAS ? found : List.of();
    }

    /** One lens's picture, as recorded, halved some times; from its proxy where that is no smaller. */
    public Picture lens(Take take, int lens, double seconds, int halvings) {
        TakeClip clip = take.clips().get(lens);
        int number = clip.frameAt(seconds);
        return ofProxy(clip, number, halvings)
                .orElseGet(() -> new Picture(frames.frame(clip, number, halvings), false));
    }

    private Optional<Picture> ofProxy(TakeClip clip, int number, int halvings) {
        int wanted = clip.video().width() >> halvings;
        Optional<Proxy> small = proxies.of(clip).filter(proxy -> proxy.source().width() >= wanted);
        int times = 0;
        while (small.isPresent() && small.get().source().width() >> times + 1 >= wanted) {
            times++;
        }
        int halved = times;
        return small.map(proxy -> new Picture(frames.frame(proxy, number, halved), true));
    }

    /** One lens's picture from the original clip, halved some times, with the recipe's noise taken out; takes a second or more. */
    public Picture cleaned(Take take, int lens, double seconds, int halvings, NoiseReduction noise) {
        TakeClip clip = take.clips().get(lens);
        return new Picture(clip.part(clip.whole(clip.frameAt(seconds), halvings, noise)), false);
    }

    /** One lens's picture from the original clip, for measuring. */
    public Frame original(Take take, int lens, double seconds) {
        TakeClip clip = take.clips().get(lens);
        return frames.frame(clip, clip.frameAt(seconds), 0);
    }

    /**
     * What is soonest there of a lens about a take time, halved some times: the frame itself from a proxy, else the clip's key frame at or
     * before.
     */
    public Picture lensNear(Take take, int lens, double seconds, int halvings) {
        TakeClip clip = take.clips().get(lens);
        int number = clip.frameAt(seconds);
        return ofProxy(clip, number, halvings)
                .orElseGet(() -> new Picture(frames.frame(clip, clip.index().keyBefore(number), halvings), false));
    }

    /** Small pictures of a take's lenses for its balance. */
    public KnotPictures knotFrames(Take take) {
        return KnotFrames.of(take, proxies);
    }

    /** One frame a lens, fetched at once. */
    private static List<Frame> together(int lenses, IntFunction<Frame> fetch) {
        return IntStream.range(0, lenses).parallel().mapToObj(fetch).toList();
    }

    @Override
    public void close() {
        executor.shutdownNow();
        frames.close();
    }
}
