package foldback.engine.preview;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import foldback.core.balance.PatchFinder;
import foldback.core.balance.PatchPair;
import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.RecipePlan;
import foldback.core.rig.Rig;
import foldback.core.stitch.StitchPlan;
import foldback.core.stitch.StitchSettings;
import foldback.core.stitch.Stitcher;
import foldback.core.warp.Canvas;
import foldback.core.warp.Kernel;
import foldback.engine.take.Take;
import foldback.engine.take.TakeClip;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.stream.IntStream;

/** Makes pictures for pages; safe for many threads. */
public final class Previewer implements AutoCloseable {
    private static final int PLANS = 12;
    /** Width of the frames on which exposure is compared: patches are a degree or more, so little is enough. */
    private static final int PATCH_FRAME_WIDTH = 640;

    private final FrameCache frames;
    private final Cache<StitchSettings, StitchPlan> plans =
            Caffeine.newBuilder().maximumSize(PLANS).build();
    private final Cache<PatchKey, List<PatchPair>> patches =
            Caffeine.newBuilder().maximumSize(256).build();
    private final ExecutorService executor;
    private final int threads;

    private record PatchKey(Rig rig, double meeting, List<String> clips, List<Integer> frames) {}

    /** @param cacheBytes the most that decoded frames may take */
    public Previewer(long cacheBytes, int threads) {
        this.frames = new FrameCache(cacheBytes);
        this.threads = threads;
        this.executor = Executors.newFixedThreadPool(threads, task -> {
            Thread thread = new Thread(task, "preview");
            thread.setDaemon(true);
            return thread;
        });
    }

    /** The stitched canvas at a take time, by the quick kernel. */
    public Frame sphere(Recipe recipe, Take take, double seconds, Canvas canvas) throws InterruptedException {
        RecipePlan plan = RecipePlan.compile(recipe, canvas, take.sources());
        List<Frame> sources = sources(take, seconds, plan.halvings());
        ColourTags source = take.sources().get(0).tags();
        ColourTags tags = new ColourTags(source.matrix(), source.range(), source.transfer(), ColourTags.Siting.LEFT);
        Frame out = Frame.allocate(PixelFormat.YUV420_8, tags, canvas.width(), canvas.height());
        Stitcher stitcher = new Stitcher(
                plans.get(plan.settings(), StitchPlan::compile),
                RecipePlan.lights(recipe, take.sources(), PixelFormat.YUV420_8, tags),
                Kernel.QUICK);
        stitcher.stitch(sources, out, executor, threads);
        return out;
    }

    /** One lens's picture, as recorded, halved some times; not to be written to. */
    public Frame lens(Take take, int lens, double seconds, int halvings) {
        TakeClip clip = take.clips().get(lens);
        return frames.frame(clip, clip.frameAt(seconds), halvings);
    }

    /** Places that two lenses see alike at a moment, for the balance. */
    public List<PatchPair> patches(Recipe recipe, Take take, double seconds) {
        List<Integer> at =
                take.clips().stream().map(clip -> clip.frameAt(seconds)).toList();
        List<String> clips =
                take.clips().stream().map(clip -> clip.ref().sha256()).toList();
        PatchKey key = new PatchKey(recipe.rig(), recipe.seams().meetingMetres(), clips, at);
        return patches.get(key, k -> {
            List<Integer> halvings = take.clips().stream()
                    .map(clip -> halvingsTo(clip.video().width(), clip.video().height()))
                    .toList();
            List<Frame> sources = sources(take, seconds, halvings);
            Rig rig = new Rig(
                    recipe.rig().name(),
                    IntStream.range(0, sources.size())
                            .mapToObj(i -> {
                                var lens = recipe.rig().lenses().get(i);
                                Frame frame = sources.get(i);
                                return lens.withLens(lens.lens().scaledTo(frame.width(), frame.height()));
                            })
                            .toList());
            return PatchFinder.find(rig, sources, recipe.seams().meetingMetres());
        });
    }

    private static int halvingsTo(int width, int height) {
        int halvings = 0;
        while (width >> halvings > PATCH_FRAME_WIDTH && width % (4 << halvings) == 0 && height % (4 << halvings) == 0) {
            halvings++;
        }
        return halvings;
    }

    private List<Frame> sources(Take take, double seconds, List<Integer> halvings) {
        return IntStream.range(0, halvings.size())
                .parallel()
                .mapToObj(i -> lens(take, i, seconds, halvings.get(i)))
                .toList();
    }

    @Override
    public void close() {
        executor.shutdownNow();
    }
}
