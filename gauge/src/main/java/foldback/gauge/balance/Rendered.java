package foldback.gauge.balance;

import foldback.core.picture.Frame;
import foldback.core.picture.Plane;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.RecipePlan;
import foldback.core.recipe.light.Balance;
import foldback.core.run.Threads;
import foldback.core.warp.Canvas;
import foldback.core.warp.Kernel;
import foldback.engine.picture.PictureMaker;
import foldback.engine.picture.PlanCache;
import foldback.engine.picture.Target;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
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

    static Rendered of(BalanceScene scene, Recipe recipe, ExecutorService executor) throws InterruptedException {
        double[] times = IntStream.range(0, FRAMES)
                .mapToDouble(n -> scene.span().from() + n / RATE)
                .toArray();
        List<List<Frame>> frames = scene.still(times);
        List<RecipePlan.Source> sources = new ArrayList<>();
        for (Frame frame : frames.get(0)) {
            sources.add(new RecipePlan.Source(frame.width(), frame.height(), frame.format(), frame.tags()));
        }
        PictureMaker evened = maker(recipe, sources);
        PictureMaker plain = maker(recipe.with(Balance.SECTION, Balance.NONE), sources);
        Frame now = evened.allocate();
        Frame source = plain.allocate();
        Frame before = evened.allocate();
        double changed = 0;
        long full = 0;
        for (int n = 0; n < FRAMES; n++) {
            plain.make(times[n], frames.get(n), source, new Threads(executor, 1));
            evened.make(times[n], frames.get(n), now, new Threads(executor, 1));
            full += newlyFull(source.y(), now.y());
            changed += n == 0 ? 0 : change(before.y(), now.y());
            Frame free = before;
            before = now;
            now = free;
        }
        double pixels = (double) CANVAS.width() * CANVAS.height();
        return new Rendered(changed / pixels / (FRAMES - 1), 100 * full / pixels / FRAMES);
    }

    private static PictureMaker maker(Recipe recipe, List<RecipePlan.Source> sources) {
        Target target = Target.plain(CANVAS, Kernel.QUICK, Target.Colours.FOOTAGE);
        return PictureMaker.of(recipe, sources, target, Optional.empty(), new PlanCache(1));
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
