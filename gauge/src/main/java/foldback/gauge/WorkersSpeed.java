package foldback.gauge;

import foldback.core.run.Run;
import foldback.core.warp.Canvas;
import foldback.core.warp.Kernel;
import foldback.engine.document.spec.RenderSpec;
import foldback.engine.render.RenderJob;
import foldback.engine.render.Renderer;
import foldback.media.Folders;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;

/** One render of the demo take by two who share it, against two such renders at once, each by one; in alternating pairs. */
final class WorkersSpeed {
    private static final double SECONDS = 8;
    private static final Canvas CANVAS = new Canvas(3840, 1920);
    private static final int CRF = 20;
    /** As a render of this length is cut where its spec leaves it open. */
    private static final int PIECE_FRAMES = 50;

    private static final double BAR = 0.9;
    private static final long LOOK_AGAIN_MILLIS = 100;

    private final Path take;
    private final int pairs;

    WorkersSpeed(Path take, int pairs) {
        this.take = take;
        this.pairs = pairs;
    }

    void report() throws Exception {
        Path folder = Files.createTempDirectory("foldback-speed");
        double[] ratios = new double[pairs];
        for (int i = -1; i < pairs; i++) {
            double shared = Timing.time(() -> both(() -> render(folder, "shared"), () -> help(folder, "shared")));
            double apart = Timing.time(() -> both(() -> render(folder, "one"), () -> render(folder, "two")));
            for (String name : List.of("shared", "one", "two")) {
                Files.delete(folder.resolve(name + ".mp4"));
            }
            // Of the first pair code is still being compiled.
            ratios[Math.max(0, i)] = apart / 2 / shared;
        }
        Folders.delete(folder);
        System.out.println(new Figure(
                        "rate of a render that two share / of two renders at once",
                        Timing.median(ratios),
                        "x",
                        Figure.Bar.AT_LEAST,
                        BAR)
                .line());
    }

    private static Void both(Callable<Void> one, Callable<Void> other) throws Exception {
        ExecutorService two = Executors.newFixedThreadPool(2);
        try {
            Future<Void> first = two.submit(one);
            Future<Void> second = two.submit(other);
            first.get();
            second.get();
            return null;
        } finally {
            two.shutdownNow();
        }
    }

    private RenderJob job() throws Exception {
        RenderJob job = DemoJob.of(take, take.resolve("rig-card.json"), CANVAS, Kernel.QUICK, "medium", CRF, SECONDS);
        RenderSpec pieces = job.spec().withSegmentFrames(PIECE_FRAMES);
        return new RenderJob(job.recipe(), pieces, job.take(), job.span(), job.transform());
    }

    private Void render(Path folder, String name) throws Exception {
        Path out = folder.resolve(name + ".mp4");
        new Renderer(2, 0).render(job(), folder.resolve(name), out, Run.QUIET);
        return null;
    }

    /** As a worker that has nothing else to do: looks for work until the file is there. */
    private Void help(Path folder, String name) throws Exception {
        RenderJob job = job();
        Path work = folder.resolve(name);
        Renderer renderer = new Renderer(2, 0);
        Path out = folder.resolve(name + ".mp4");
        while (!Files.exists(out)) {
            renderer.help(job, work, Run.QUIET);
            Thread.sleep(LOOK_AGAIN_MILLIS);
        }
        return null;
    }
}
