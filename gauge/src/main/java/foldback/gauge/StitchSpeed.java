package foldback.gauge;

import foldback.core.picture.BytePlane;
import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.rig.Rig;
import foldback.core.run.Threads;
import foldback.core.space.Rotation;
import foldback.core.stitch.Stitcher;
import foldback.core.stitch.plan.StitchPlan;
import foldback.core.stitch.plan.StitchSettings;
import foldback.core.tone.LensLight;
import foldback.core.tone.LightGains;
import foldback.core.tone.Shoulder;
import foldback.core.tone.Vignetting;
import foldback.core.warp.Canvas;
import foldback.core.warp.Kernel;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;

/** The stitch of a rig's lenses to 3840 x 1920 against a bilinear remap of luma alone by a table a pixel. */
final class StitchSpeed {
    private static final int WIDTH = 3840;
    private static final int HEIGHT = 1920;
    private static final int THREADS = 2;
    private static final int WARM_UP = 25;
    private static final int ROUNDS = 41;
    private static final long KEPT_BYTES = 128L << 20;
    private final StitchPlan plan;
    private final List<Frame> frames;
    private final Frame canvas = Frame.allocate(PixelFormat.YUV420_8, ColourTags.BT709_LIMITED, WIDTH, HEIGHT);
    private final int[] table = new int[WIDTH * HEIGHT];
    private final short[] fractions = new short[WIDTH * HEIGHT];
    private final int stride;

    StitchSpeed(Rig rig) {
        plan = StitchPlan.compile(new StitchSettings(
                new Canvas(WIDTH, HEIGHT), rig, Rotation.IDENTITY, Double.POSITIVE_INFINITY, Math.toRadians(4)));
        frames = NoiseFrames.of(rig);
        stride = frames.get(0).y().stride();
        double[] xy = new double[2];
        for (int y = 0; y < HEIGHT; y++) {
            for (int x = 0; x < WIDTH; x++) {
                int lens = heaviest(x, y);
                if (plan.weightAt(lens, x, y) == 0) {
                    continue;
                }
                plan.sourceAt(lens, x, y, xy);
                int fx = (int) Math.floor((xy[0] - 0.5) * 256);
                int fy = (int) Math.floor((xy[1] - 0.5) * 256);
                table[y * WIDTH + x] = lens << 24 | (fy >> 8) * stride + (fx >> 8);
                fractions[y * WIDTH + x] = (short) (fx & 255 | (fy & 255) << 8);
            }
        }
    }

    private int heaviest(int x, int y) {
        int best = 0;
        for (int lens = 1; lens < frames.size(); lens++) {
            best = plan.weightAt(lens, x, y) > plan.weightAt(best, x, y) ? lens : best;
        }
        return best;
    }

    void report() throws Exception {
        ExecutorService executor = Executors.newFixedThreadPool(THREADS);
        Threads threads = new Threads(executor, THREADS);
        List<LensLight> lights = Collections.nCopies(frames.size(), NoiseFrames.FORMAT.plain());
        LightGains gains = LightGains.ofStops(0.3, 0.1, 0, -0.1);
        List<LensLight> corrected = Collections.nCopies(
                frames.size(), NoiseFrames.FORMAT.light(gains, new Vignetting(0.3, 0.4, 0), 0, new Shoulder(1.1)));
        Stitcher quick = new Stitcher(plan, Kernel.QUICK, KEPT_BYTES);
        Stitcher fine = new Stitcher(plan, Kernel.FINE, KEPT_BYTES);
        double[][] seconds = new double[5][ROUNDS];
        for (int round = -WARM_UP; round < ROUNDS; round++) {
            int at = Math.max(0, round);
            seconds[0][at] = Timing.time(() -> remap(executor));
            seconds[1][at] = Timing.time(() -> quick.stitch(0, frames, lights, canvas, threads));
            seconds[2][at] = Timing.time(() -> fine.stitch(0, frames, lights, canvas, threads));
            seconds[3][at] = Timing.time(() -> quick.stitch(0, frames, corrected, canvas, threads));
            seconds[4][at] = Timing.time(() -> fine.stitch(0, frames, corrected, canvas, threads));
        }
        executor.shutdown();
        double table = Timing.median(seconds[0]);
        double quickTime = Timing.median(seconds[1]);
        double fineTime = Timing.median(seconds[2]);
        System.out.printf(
                "corrected in exposure, white balance and vignetting: quick stitch takes %.2f, fine stitch %.2f times as long%n",
                Timing.median(seconds[3]) / quickTime, Timing.median(seconds[4]) / fineTime);
        System.out.printf(
                "frames/s, medians of %d in turn: table remap of luma %.1f, quick stitch %.1f, fine stitch %.1f%n",
                ROUNDS, 1 / table, 1 / quickTime, 1 / fineTime);
        System.out.println(
                new Figure("quick stitch / table remap of luma", table / quickTime, "x", Figure.Bar.AT_LEAST, 0.6)
                        .line());
        System.out.println(
                new Figure("fine stitch / quick stitch", quickTime / fineTime, "x", Figure.Bar.AT_LEAST, 0.45).line());
    }

    private void remap(ExecutorService executor) throws Exception {
        List<Future<?>> parts = new ArrayList<>();
        int share = WIDTH * HEIGHT / THREADS;
        byte[][] sources =
                frames.stream().map(frame -> ((BytePlane) frame.y()).data()).toArray(byte[][]::new);
        byte[] out = ((BytePlane) canvas.y()).data();
        for (int i = 0; i < THREADS; i++) {
            int from = i * share;
            parts.add(executor.submit(() -> remap(sources, stride, table, fractions, out, from, from + share)));
        }
        for (Future<?> part : parts) {
            part.get();
        }
    }

    static void remap(byte[][] sources, int stride, int[] table, short[] fractions, byte[] out, int from, int to) {
        for (int i = from; i < to; i++) {
            int entry = table[i];
            byte[] data = sources[entry >>> 24];
            int at = entry & 0xffffff;
            int fx = fractions[i] & 255;
            int fy = fractions[i] >> 8 & 255;
            int a = data[at] & 255;
            int b = data[at + 1] & 255;
            int c = data[at + stride] & 255;
            int d = data[at + stride + 1] & 255;
            int top = (a << 8) + (b - a) * fx;
            int bottom = (c << 8) + (d - c) * fx;
            out[i] = (byte) ((top << 8) + (bottom - top) * fy + 32768 >> 16);
        }
    }
}
