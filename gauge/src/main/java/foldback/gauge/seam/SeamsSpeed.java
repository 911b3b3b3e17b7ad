package foldback.gauge.seam;

import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.rig.ReadyRigs;
import foldback.core.rig.Rig;
import foldback.core.run.Threads;
import foldback.core.seam.FlowBlend;
import foldback.core.seam.SeamFlow;
import foldback.core.seam.SeamPath;
import foldback.core.seam.SeamSettings;
import foldback.core.seam.SeamShift;
import foldback.core.seam.SeamStrip;
import foldback.core.space.Rotation;
import foldback.core.stitch.PartlyMovedStitcher;
import foldback.core.stitch.Stitch;
import foldback.core.stitch.Stitcher;
import foldback.core.stitch.plan.CanvasPart;
import foldback.core.stitch.plan.MovingPlan;
import foldback.core.stitch.plan.RigMotion;
import foldback.core.stitch.plan.StitchPlan;
import foldback.core.stitch.plan.StitchSettings;
import foldback.core.tone.LensLight;
import foldback.core.warp.Canvas;
import foldback.core.warp.CanvasPath;
import foldback.core.warp.Kernel;
import foldback.core.warp.ShiftPath;
import foldback.gauge.Figure;
import foldback.gauge.NoiseFrames;
import foldback.gauge.Timing;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.stream.IntStream;

/** The stitch with flow, once that was measured, against the same with feather, at 3840 x 1920. */
public final class SeamsSpeed {
    private static final int WIDTH = 3840;
    private static final int THREADS = 2;
    private static final int WARM_UP = 20;
    private static final int ROUNDS = 31;
    private static final long KEPT_BYTES = 128L << 20;
    private static final double FAR = Double.POSITIVE_INFINITY;
    /** Moments that a memory takes together. */
    private static final int MOMENTS = 9;

    private static final double BAR = 1.6;

    private SeamsSpeed() {}

    public static List<Figure> run() throws Exception {
        ExecutorService executor = Executors.newFixedThreadPool(THREADS);
        try {
            List<Figure> figures = new ArrayList<>();
            for (Kernel kernel : Kernel.values()) {
                figures.add(figure(kernel, new Threads(executor, THREADS)));
            }
            return figures;
        } finally {
            executor.shutdown();
        }
    }

    private static Figure figure(Kernel kernel, Threads threads) throws Exception {
        Rig rig = ReadyRigs.twoBackToBack();
        StitchSettings settings =
                new StitchSettings(new Canvas(WIDTH, WIDTH / 2), rig, Rotation.IDENTITY, FAR, Math.toRadians(4));
        Stitcher feather = new Stitcher(StitchPlan.compile(settings), kernel, KEPT_BYTES);
        ShiftPath path = path(rig);
        MovingPlan plan =
                MovingPlan.compile(settings, CanvasPath.still(settings.canvas()), RigMotion.still(2), path, threads);
        CanvasPart part = CanvasPart.of(settings.canvas(), settings.rigFromCanvas(), List.of(path::reaches));
        Stitch flow = new PartlyMovedStitcher(StitchPlan.compile(settings), plan, part, kernel, KEPT_BYTES);
        List<Frame> frames = NoiseFrames.of(rig);
        List<LensLight> lights = Collections.nCopies(frames.size(), NoiseFrames.FORMAT.plain());
        Frame canvas = Frame.allocate(PixelFormat.YUV420_8, ColourTags.BT709_LIMITED, WIDTH, WIDTH / 2);
        double[][] seconds = new double[2][ROUNDS];
        for (int round = -WARM_UP; round < ROUNDS; round++) {
            int at = Math.max(0, round);
            seconds[0][at] = Timing.time(() -> feather.stitch(0, frames, lights, canvas, threads));
            seconds[1][at] = Timing.time(() -> flow.stitch(0, frames, lights, canvas, threads));
        }
        return new Figure(
                kernel.name().toLowerCase(Locale.ROOT) + " stitch by flow / by feather",
                Timing.median(seconds[1]) / Timing.median(seconds[0]),
                "x",
                Figure.Bar.AT_MOST,
                BAR);
    }

    /** Some moments of a wavy field, taken together for each picture. */
    private static ShiftPath path(Rig rig) {
        List<SeamStrip> strips = SeamStrip.of(rig, FAR, SeamSettings.DEFAULT);
        List<List<SeamFlow>> moments = strips.stream()
                .map(strip -> IntStream.range(0, MOMENTS)
                        .mapToObj(n -> wavy(strip, n))
                        .toList())
                .toList();
        double[] weights =
                IntStream.range(0, MOMENTS).mapToDouble(n -> 1 + n % 3).toArray();
        return new SeamPath(
                strips,
                seconds -> SeamShift.of(
                        rig,
                        strips,
                        moments.stream()
                                .map(fields -> FlowBlend.of(fields, weights))
                                .toList()));
    }

    private static SeamFlow wavy(SeamStrip strip, int phase) {
        int columns = strip.columns() / SeamStrip.MULTIPLE;
        int rows = strip.rows() / SeamStrip.MULTIPLE;
        float[] along = new float[columns * rows];
        float[] across = new float[columns * rows];
        float[] sure = new float[columns * rows];
        for (int i = 0; i < across.length; i++) {
            double at = i % columns * 0.05 + phase;
            across[i] = (float) Math.toRadians(Math.sin(at) - 1);
            along[i] = (float) Math.toRadians(0.05 * Math.cos(at));
            sure[i] = 0.8f;
        }
        return new SeamFlow(columns, rows, along, across, sure);
    }
}
