package foldback.engine.preview;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import foldback.core.balance.ClippingMarks;
import foldback.core.balance.KnotPictures;
import foldback.core.finish.CanvasFinish;
import foldback.core.finish.ColourTransform;
import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.RecipeLight;
import foldback.core.recipe.RecipePlan;
import foldback.core.recipe.light.Balance;
import foldback.core.recipe.light.NoiseReduction;
import foldback.core.stitch.StitchPlan;
import foldback.core.stitch.StitchSettings;
import foldback.core.stitch.Stitcher;
import foldback.core.tone.LensLight;
import foldback.core.warp.Canvas;
import foldback.core.warp.Kernel;
import foldback.engine.balance.KnotFrames;
import foldback.engine.proxy.Proxies;
import foldback.engine.proxy.Proxy;
import foldback.engine.take.Take;
import foldback.engine.take.TakeClip;
import foldback.engine.take.TransformFile;
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
    private final Cache<StitchSettings, StitchPlan> plans =
            Caffeine.newBuilder().maximumSize(PLANS).build();
    private final Cache<LightKey, RecipeLight> lights =
            Caffeine.newBuilder().maximumSize(PLANS).build();
    private final ExecutorService executor;
    private final int threads;

    private record LightKey(List<String> slots, Balance balance, List<RecipePlan.Source> sources) {}

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

        /** Through a colour transform to what screens show. */
        public Picture through(ColourTransform transform) {
            Frame shown =
                    Frame.allocate(PixelFormat.YUV420_8, TransformFile.shownTags(), frame.width(), frame.height());
            new CanvasFinish(Optional.of(transform)).finish(frame, shown);
            return new Picture(shown, fromProxies);
        }
    }

    /** @param cacheBytes the most that decoded frames may take */
    public Previewer(Proxies proxies, long cacheBytes, int threads) {
        this.proxies = proxies;
        this.frames = new FrameCache(cacheBytes);
        this.threads = threads;
        this.executor = Executors.newFixedThreadPool(threads, task -> {
            Thread thread = new Thread(task, "preview");
            thread.setDaemon(true);
            return thread;
        });
    }

    /** The stitched canvas at a take time, by the quick kernel. */
    public Picture sphere(Recipe recipe, Take whole, double seconds, Canvas canvas) throws InterruptedException {
        return sphere(recipe, whole, seconds, canvas, Look.BLENDED);
    }

    /** The same, looked at otherwise. */
    public Picture sphere(Recipe recipe, Take whole, double seconds, Canvas canvas, Look look)
            throws InterruptedException {
        Take take = whole.showing(recipe);
        List<RecipePlan.Source> sizes = take.sources();
        List<Proxy> small = proxiesOf(take, recipe, canvas);
        boolean fromProxies = !small.isEmpty();
        if (fromProxies) {
            sizes = small.stream().map(Proxy::source).toList();
        }
        RecipePlan plan = RecipePlan.compile(recipe, canvas, sizes);
        List<Frame> sources = together(sizes.size(), i -> {
            int number = take.clips().get(i).frameAt(seconds);
            int halvings = plan.halvings().get(i);
            return fromProxies
                    ? frames.frame(small.get(i), number, halvings)
                    : frames.frame(take.clips().get(i), number, halvings);
        });
        ColourTags tags = recipe.balance().tagsOf(sizes.get(0).tags()).sitedLeft();
        PixelFormat format = recipe.balance().transform().isPresent() ? PixelFormat.YUV420_10 : PixelFormat.YUV420_8;
        Frame out = Frame.allocate(format, tags, canvas.width(), canvas.height());
        List<String> slots =
                take.clips().stream().map(clip -> clip.ref().slot()).toList();
        RecipeLight light = lights.get(
                new LightKey(slots, recipe.balance(), sizes),
                key -> new RecipeLight(recipe, key.sources(), format, tags));
        StitchSettings settings = plan.settings().with(look.meeting());
        Stitcher stitcher = new Stitcher(plans.get(settings, StitchPlan::compile), Kernel.QUICK);
        stitcher.stitch(sources, light.at(seconds), out, executor, threads);
        if (look.clipped()) {
            Frame source = Frame.allocate(format, tags, canvas.width(), canvas.height());
            Recipe plain =
                    recipe.withBalance(Balance.NONE.withCurve(recipe.balance().curve()));
            List<LensLight> asItIs = new RecipeLight(plain, sizes, format, tags).at(seconds);
            stitcher.stitch(sources, asItIs, source, executor, threads);
            ClippingMarks.draw(source, out);
        }
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
        int wanted = clip.video().width() >> halvings;
        int number = clip.frameAt(seconds);
        Optional<Proxy> small = proxies.of(clip).filter(proxy -> proxy.source().width() >= wanted);
        if (small.isEmpty()) {
            return new Picture(frames.frame(clip, number, halvings), false);
        }
        int times = 0;
        while (small.get().source().width() >> times + 1 >= wanted) {
            times++;
        }
        return new Picture(frames.frame(small.get(), number, times), true);
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

    /** The key frame of a lens at or before a take time, halved some times: coarse in time, but soon there from any clip. */
    public Picture lensNear(Take take, int lens, double seconds, int halvings) {
        TakeClip clip = take.clips().get(lens);
        return new Picture(frames.frame(clip, clip.index().keyBefore(clip.frameAt(seconds)), halvings), false);
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
