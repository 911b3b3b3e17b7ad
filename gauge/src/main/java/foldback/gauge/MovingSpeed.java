package foldback.gauge;

import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.rig.ReadyRigs;
import foldback.core.rig.Rig;
import foldback.core.run.Threads;
import foldback.core.space.Rotation;
import foldback.core.space.RotationPath;
import foldback.core.stitch.MovingStitcher;
import foldback.core.stitch.Stitcher;
import foldback.core.stitch.plan.RigMotion;
import foldback.core.stitch.plan.StitchPlan;
import foldback.core.stitch.plan.StitchSettings;
import foldback.core.tone.LensLight;
import foldback.core.warp.Canvas;
import foldback.core.warp.Kernel;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;

/** The stitch of a rig that turns in every frame, and is read row by row, against that of one that stands, at 3840 x 1920. */
final class MovingSpeed {
    private static final int WIDTH = 3840;
    private static final int HEIGHT = 1920;
    private static final int THREADS = 2;
    private static final int WARM_UP = 25;
    private static final int ROUNDS = 41;
    private static final long KEPT_BYTES = 128L << 20;
    private static final double FRAME_SECONDS = 0.04;
    private static final double READ_OUT_SECONDS = 0.02;

    private MovingSpeed() {}

    static List<Figure> run() throws Exception {
        ExecutorService executor = Executors.newFixedThreadPool(THREADS);
        try {
            List<Figure> figures = new ArrayList<>();
            figures.addAll(figures(Kernel.QUICK, 1.45, 1.7, new Threads(executor, THREADS)));
            figures.addAll(figures(Kernel.FINE, 1.25, 1.35, new Threads(executor, THREADS)));
            return figures;
        } finally {
            executor.shutdown();
        }
    }

    private static List<Figure> figures(Kernel kernel, double turning, double readByRow, Threads threads)
            throws Exception {
        Rig rig = ReadyRigs.twoBackToBack();
        StitchSettings settings = new StitchSettings(
                new Canvas(WIDTH, HEIGHT), rig, Rotation.IDENTITY, Double.POSITIVE_INFINITY, Math.toRadians(4));
        Stitcher still = new Stitcher(StitchPlan.compile(settings), kernel, KEPT_BYTES);
        MovingStitcher turns = new MovingStitcher(settings, motion(0), kernel, threads);
        MovingStitcher rolls = new MovingStitcher(settings, motion(READ_OUT_SECONDS), kernel, threads);
        List<Frame> frames = NoiseFrames.of(rig);
        List<LensLight> lights = Collections.nCopies(frames.size(), NoiseFrames.FORMAT.plain());
        Frame canvas = Frame.allocate(PixelFormat.YUV420_8, ColourTags.BT709_LIMITED, WIDTH, HEIGHT);
        double[][] seconds = new double[3][ROUNDS];
        for (int round = -WARM_UP; round < ROUNDS; round++) {
            int at = Math.max(0, round);
            double time = (round + WARM_UP) * FRAME_SECONDS;
            seconds[0][at] = Timing.time(() -> still.stitch(time, frames, lights, canvas, threads));
            seconds[1][at] = Timing.time(() -> turns.stitch(time, frames, lights, canvas, threads));
            seconds[2][at] = Timing.time(() -> rolls.stitch(time, frames, lights, canvas, threads));
        }
        double rest = Timing.median(seconds[0]);
        String name = kernel.name().toLowerCase(java.util.Locale.ROOT) + " stitch of a ";
        return List.of(
                new Figure(
                        name + "rig that turns / one that stands",
                        Timing.median(seconds[1]) / rest,
                        "x",
                        Figure.Bar.AT_MOST,
                        turning),
                new Figure(
                        name + "turning rig read by rows / one that stands",
                        Timing.median(seconds[2]) / rest,
                        "x",
                        Figure.Bar.AT_MOST,
                        readByRow));
    }

    /** Somebody walks round, and the rig sways about all axes. */
    private static RigMotion motion(double readOutSeconds) {
        RotationPath path = seconds -> Rotation.ofYawPitchRoll(
                0.8 * seconds, 0.3 * StrictMath.sin(2.1 * seconds), 0.2 * StrictMath.sin(3.3 * seconds));
        return new RigMotion(path, List.of(readOutSeconds, readOutSeconds));
    }
}
