package foldback.gauge.seam;

import foldback.core.keys.Amount;
import foldback.core.keys.Key;
import foldback.core.keys.Track;
import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.rig.ReadyRigs;
import foldback.core.rig.Rig;
import foldback.core.run.Threads;
import foldback.core.seam.FlowBlend;
import foldback.core.seam.SeamFlow;
import foldback.core.seam.SeamMoves;
import foldback.core.seam.SeamPath;
import foldback.core.seam.SeamSettings;
import foldback.core.seam.SeamShift;
import foldback.core.seam.SeamStrip;
import foldback.core.seam.guard.Guard;
import foldback.core.seam.guard.GuardedSeams;
import foldback.core.seam.route.RoutedSeams;
import foldback.core.space.Rotation;
import foldback.core.stitch.PartlyMovedStitcher;
import foldback.core.stitch.Stitch;
import foldback.core.stitch.Stitcher;
import foldback.core.stitch.plan.CanvasPart;
import foldback.core.stitch.plan.MovableWeights;
import foldback.core.stitch.plan.MovingPlan;
import foldback.core.stitch.plan.RigMotion;
import foldback.core.stitch.plan.StitchPlan;
import foldback.core.stitch.plan.StitchSettings;
import foldback.core.stitch.weight.WeightMap;
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
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.stream.IntStream;

/** The stitch with bands, guards, and flow once that was measured, against the same with feather, at 3840 x 1920. */
public final class SeamsSpeed {
    private static final int WIDTH = 3840;
    private static final int THREADS = 2;
    private static final int WARM_UP = 20;
    private static final int ROUNDS = 31;
    private static final long KEPT_BYTES = 128L << 20;
    private static final double FAR = Double.POSITIVE_INFINITY;
    /** Moments that a memory takes together. */
    private static final int MOMENTS = 9;

    private static final double FEATHER = Math.toRadians(4);
    private static final double FRAME_SECONDS = 0.04;
    private static final double FLOW_BAR = 1.6;
    private static final double BANDS_BAR = 1.15;
    private static final double GUARDS_BAR = 1.2;
    private static final double PATH_BAR = 1.2;

    private SeamsSpeed() {}

    public static List<Figure> run() throws Exception {
        ExecutorService executor = Executors.newFixedThreadPool(THREADS);
        try {
            List<Figure> figures = new ArrayList<>();
            for (Kernel kernel : Kernel.values()) {
                figures.addAll(figures(kernel, new Threads(executor, THREADS)));
            }
            return figures;
        } finally {
            executor.shutdown();
        }
    }

    private static List<Figure> figures(Kernel kernel, Threads threads) throws Exception {
        Rig rig = ReadyRigs.twoBackToBack();
        StitchSettings settings =
                new StitchSettings(new Canvas(WIDTH, WIDTH / 2), rig, Rotation.IDENTITY, FAR, FEATHER);
        List<Way> ways = List.of(
                new Way("feather", Double.NaN, still(settings, kernel)),
                new Way("bands", BANDS_BAR, still(settings.with(new WeightMap.Bands(FEATHER)), kernel)),
                new Way("two guards that move", GUARDS_BAR, guarded(settings, kernel, threads)),
                new Way("a path that moves in each picture", PATH_BAR, routed(settings, kernel, threads)),
                new Way("flow", FLOW_BAR, flowing(settings, kernel, threads)));
        List<Frame> frames = NoiseFrames.of(rig);
        List<LensLight> lights = Collections.nCopies(frames.size(), NoiseFrames.FORMAT.plain());
        Frame canvas = Frame.allocate(PixelFormat.YUV420_8, ColourTags.BT709_LIMITED, WIDTH, WIDTH / 2);
        double[][] seconds = new double[ways.size()][ROUNDS];
        for (int round = -WARM_UP; round < ROUNDS; round++) {
            double moment = (round + WARM_UP) * FRAME_SECONDS;
            for (int way = 0; way < ways.size(); way++) {
                Stitch stitch = ways.get(way).stitch;
                seconds[way][Math.max(0, round)] =
                        Timing.time(() -> stitch.stitch(moment, frames, lights, canvas, threads));
            }
        }
        double feather = Timing.median(seconds[0]);
        return IntStream.range(1, ways.size())
                .mapToObj(way -> new Figure(
                        "%s stitch by %s / by feather"
                                .formatted(kernel.name().toLowerCase(Locale.ROOT), ways.get(way).name),
                        Timing.median(seconds[way]) / feather,
                        "x",
                        Figure.Bar.AT_MOST,
                        ways.get(way).bar))
                .toList();
    }

    /** A way to stitch, and the bar for its ratio. */
    private record Way(String name, double bar, Stitch stitch) {}

    private static Stitch still(StitchSettings settings, Kernel kernel) {
        return new Stitcher(StitchPlan.compile(settings), kernel, KEPT_BYTES);
    }

    private static Stitch flowing(StitchSettings settings, Kernel kernel, Threads threads) throws Exception {
        ShiftPath path = path(settings.rig());
        MovingPlan plan = moving(settings, path, threads);
        CanvasPart part = CanvasPart.of(settings.canvas(), settings.rigFromCanvas(), List.of(path::reaches));
        return new PartlyMovedStitcher(StitchPlan.compile(settings), plan, part, kernel, KEPT_BYTES);
    }

    private static Stitch guarded(StitchSettings settings, Kernel kernel, Threads threads) throws Exception {
        GuardedSeams seams =
                new GuardedSeams(settings.rig(), FAR, List.of(guard("One", 88), guard("Other", -91)), FEATHER);
        MovingPlan plan = moving(settings, ShiftPath.NONE, threads)
                .with(seams, MovableWeights.of(settings, seams.strips(), threads));
        CanvasPart part = CanvasPart.of(settings.canvas(), settings.rigFromCanvas(), List.of(seams::reaches));
        return new PartlyMovedStitcher(StitchPlan.compile(settings), plan, part, kernel, KEPT_BYTES);
    }

    /** A way all round, of which a tenth moves from picture to picture as somebody does who crosses it. */
    private static Stitch routed(StitchSettings settings, Kernel kernel, Threads threads) throws Exception {
        List<SeamStrip> measured = SeamStrip.of(settings.rig(), FAR, SeamSettings.DEFAULT);
        SeamMoves seams = new RoutedSeams(
                GuardedSeams.stripsOf(settings.rig(), FAR),
                measured,
                seconds -> measured.stream().map(strip -> way(strip, seconds)).toList(),
                FEATHER);
        MovingPlan plan = moving(settings, ShiftPath.NONE, threads)
                .with(seams, MovableWeights.of(settings, seams.strips(), threads));
        CanvasPart part = CanvasPart.of(settings.canvas(), settings.rigFromCanvas(), List.of(seams::reaches));
        return new PartlyMovedStitcher(StitchPlan.compile(settings), plan, part, kernel, KEPT_BYTES);
    }

    private static float[] way(SeamStrip strip, double seconds) {
        float[] way = new float[strip.columns() / SeamStrip.MULTIPLE];
        for (int column = 0; column < way.length; column++) {
            way[column] = (float) Math.toRadians(2 * Math.sin(0.05 * column));
            if (column < way.length / 10) {
                way[column] += (float) Math.toRadians(2 * Math.sin(3 * seconds));
            }
        }
        return way;
    }

    /** As large as somebody four metres away, who crosses a seam. */
    private static Guard guard(String name, double yaw) {
        Track<Amount> way = new Track<>(List.of(
                new Key<>(0, new Amount(Math.toRadians(yaw - 4))), new Key<>(5, new Amount(Math.toRadians(yaw + 6)))));
        return new Guard(
                name, Optional.empty(), way, still(0), still(90), still(12), still(3), Track.still(new Amount(1)), 0);
    }

    private static Track<Amount> still(double degrees) {
        return Track.still(new Amount(Math.toRadians(degrees)));
    }

    private static MovingPlan moving(StitchSettings settings, ShiftPath path, Threads threads) throws Exception {
        return MovingPlan.compile(settings, CanvasPath.still(settings.canvas()), RigMotion.still(2), path, threads);
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
