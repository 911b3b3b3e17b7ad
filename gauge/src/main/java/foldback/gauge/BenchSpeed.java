package foldback.gauge;

import foldback.core.picture.Frame;
import foldback.core.recipe.Recipe;
import foldback.core.run.Run;
import foldback.core.time.TimeSpan;
import foldback.core.warp.Canvas;
import foldback.core.warp.Kernel;
import foldback.engine.picture.Target;
import foldback.engine.preview.Previewer;
import foldback.engine.proxy.Proxies;
import foldback.engine.take.MediaFolders;
import foldback.engine.take.Take;
import foldback.engine.take.TakeClip;
import foldback.media.Folders;
import foldback.media.JpegWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Optional;
import java.util.SplittableRandom;

/** Another moment on the bench: from the time that is asked for to the picture's bytes, from proxies, at moments drawn at random. */
final class BenchSpeed {
    private static final Canvas CANVAS = new Canvas(1280, 640);
    private static final float QUALITY = 0.88f;
    private static final int MOMENTS = 120;
    /** The code is being compiled while these are made. */
    private static final int WARMING = 60;

    private static final long CACHE_BYTES = 200L << 20;
    private static final int SEED = 7;

    private final Path demo;

    BenchSpeed(Path demo) {
        this.demo = demo;
    }

    void report() throws Exception {
        report("sluice-path", "two lenses", 80);
        report("among-the-rakers", "six lenses", 150);
    }

    private void report(String name, String what, double bar) throws Exception {
        Path media = demo.resolve(name);
        Recipe recipe = DemoJob.recipe(media, name, media.resolve("rig-card.json"));
        Take take = Take.open(recipe, MediaFolders.of(media));
        Path folder = Files.createTempDirectory("foldback-speed");
        Proxies proxies = new Proxies(folder);
        for (TakeClip clip : take.clips()) {
            proxies.make(clip, Run.QUIET);
        }
        try (Previewer previewer =
                new Previewer(proxies, CACHE_BYTES, Runtime.getRuntime().availableProcessors())) {
            double[] millis = new double[MOMENTS];
            SplittableRandom random = new SplittableRandom(SEED);
            TimeSpan span = take.commonSpan();
            for (int i = -WARMING; i < MOMENTS; i++) {
                double at = span.from() + random.nextDouble() * span.seconds();
                millis[Math.max(0, i)] = 1000 * Timing.time(() -> look(previewer, recipe, take, at));
            }
            Arrays.sort(millis);
            System.out.printf("another moment, %s: median %.0f ms%n", what, Timing.median(millis));
            System.out.println(new Figure(
                            "another moment at 1280 x 640 from proxies, " + what + ", 95%",
                            millis[(int) (0.95 * MOMENTS)],
                            "ms",
                            Figure.Bar.AT_MOST,
                            bar)
                    .line());
        }
        Folders.delete(folder);
    }

    private static byte[] look(Previewer previewer, Recipe recipe, Take take, double at) throws InterruptedException {
        Target target = Target.plain(CANVAS, Kernel.QUICK, Target.Colours.VIEWING);
        Previewer.Picture picture = previewer.sphere(recipe, take, at, target, Optional.empty(), Run.QUIET);
        if (!picture.fromProxies()) {
            throw new IllegalStateException("not from proxies");
        }
        Frame frame = picture.frame();
        return JpegWriter.encode(frame, QUALITY);
    }
}
