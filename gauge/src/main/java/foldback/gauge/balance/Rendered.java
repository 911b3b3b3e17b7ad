package foldback.gauge.balance;

import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.picture.Plane;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.RecipeLight;
import foldback.core.recipe.RecipePlan;
import foldback.core.recipe.light.Balance;
import foldback.core.stitch.StitchPlan;
import foldback.core.stitch.Stitcher;
import foldback.core.warp.Canvas;
import foldback.core.warp.Kernel;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;

/**
 * What renders of a take show whose world stands still, without noise.
 *
 * @param flicker mean change of a pixel from frame to frame, 8-bit code values: the truth does not change
 * @param newlyFull pixels at full scale that are not so without the correction, percent
 */
record Rendered(double flicker, double newlyFull) {
    private static final Canvas CANVAS = new Canvas(720, 360);
    private static final int FRAMES = 100;
    private static final double RATE = 25;
    private static final int FULL = 235;

    static Rendered of(BalanceScene scene, Recipe recipe) {
        double[] times = IntStream.range(0, FRAMES)
                .mapToDouble(n -> scene.span().from() + n / RATE)
                .toArray();
        List<List<Frame>> frames = scene.still(times);
        List<RecipePlan.Source> sources = new ArrayList<>();
        for (Frame frame : frames.get(0)) {
            sources.add(new RecipePlan.Source(frame.width(), frame.height(), frame.format(), frame.tags()));
        }
        RecipePlan plan = RecipePlan.compile(recipe, CANVAS, sources);
        Stitcher stitcher = new Stitcher(StitchPlan.compile(plan.settings()), Kernel.QUICK);
        ColourTags tags = ColourTags.BT709_LIMITED;
        RecipeLight evened = new RecipeLight(recipe, sources, PixelFormat.YUV420_8, tags);
        RecipeLight plain = new RecipeLight(recipe.withBalance(Balance.NONE), sources, PixelFormat.YUV420_8, tags);
        Frame now = Frame.allocate(PixelFormat.YUV420_8, tags, CANVAS.width(), CANVAS.height());
        Frame source = Frame.allocate(PixelFormat.YUV420_8, tags, CANVAS.width(), CANVAS.height());
        Frame before = Frame.allocate(PixelFormat.YUV420_8, tags, CANVAS.width(), CANVAS.height());
        double changed = 0;
        long full = 0;
        for (int n = 0; n < FRAMES; n++) {
            stitcher.stitch(frames.get(n), plain.at(times[n]), source);
            stitcher.stitch(frames.get(n), evened.at(times[n]), now);
            full += newlyFull(source.y(), now.y());
            changed += n == 0 ? 0 : change(before.y(), now.y());
            Frame free = before;
            before = now;
            now = free;
        }
        double pixels = (double) CANVAS.width() * CANVAS.height();
        return new Rendered(changed / pixels / (FRAMES - 1), 100 * full / pixels / FRAMES);
    }

    private static long newlyFull(Plane source, Plane result) {
        long count = 0;
        for (int y = 0; y < result.height(); y++) {
            for (int x = 0; x < result.width(); x++) {
                count += result.get(x, y) >= FULL && source.get(x, y) < FULL ? 1 : 0;
            }
        }
        return count;
    }

    private static double change(Plane one, Plane two) {
        double sum = 0;
        for (int y = 0; y < one.height(); y++) {
            for (int x = 0; x < one.width(); x++) {
                sum += Math.abs(one.get(x, y) - two.get(x, y));
            }
        }
        return sum;
    }
}
