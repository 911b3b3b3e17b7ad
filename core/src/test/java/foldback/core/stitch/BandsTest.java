package foldback.core.stitch;

import static foldback.core.stitch.Planes.difference;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.rig.ReadyRigs;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.run.Threads;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import foldback.core.stitch.plan.RigMotion;
import foldback.core.stitch.plan.StitchPlan;
import foldback.core.stitch.plan.StitchSettings;
import foldback.core.stitch.weight.WeightMap;
import foldback.core.warp.Canvas;
import foldback.core.warp.Kernel;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.function.ToDoubleBiFunction;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;

/** Blending in bands, by pictures whose right blend is known. */
class BandsTest {
    private static final ExecutorService EXECUTOR = Executors.newFixedThreadPool(3);
    private static final double FAR = Double.POSITIVE_INFINITY;
    private static final double FEATHER = Math.toRadians(0.5);
    private static final Canvas CANVAS = new Canvas(1024, 512);
    private static final int GREY = 400;
    private static final int STEP = 30;
    /** Of 10 bits: one of 8. */
    private static final int CODE = 4;

    @AfterAll
    static void end() {
        EXECUTOR.shutdownNow();
    }

    private static Threads threads(int count) {
        return new Threads(EXECUTOR, count);
    }

    private static Rig two() {
        return Stitches.scaled(ReadyRigs.twoBackToBack(), 720, 720);
    }

    private static StitchSettings settings(Rig rig, WeightMap weights) {
        return new StitchSettings(CANVAS, rig, Rotation.IDENTITY, FAR, FEATHER).with(weights);
    }

    private static StitchSettings bands(Rig rig) {
        return settings(rig, new WeightMap.Bands(FEATHER));
    }

    private static StitchSettings feather(Rig rig) {
        return settings(rig, new WeightMap.Feather(FEATHER));
    }

    /** What each lens films, by its number and the direction in the rig. */
    private static List<Frame> filmed(Rig rig, ToDoubleBiFunction<Integer, Direction> scene) {
        return IntStream.range(0, rig.lenses().size())
                .mapToObj(number -> filmed(rig.lenses().get(number), number, scene))
                .toList();
    }

    private static Frame filmed(RigLens lens, int number, ToDoubleBiFunction<Integer, Direction> scene) {
        int width = lens.lens().frame().width();
        int height = lens.lens().frame().height();
        Frame frame = Frame.allocate(PixelFormat.YUV420_10, ColourTags.BT709_LIMITED, width, height);
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                // Beyond its circle it is dark.
                boolean lit = lens.lens().frame().depthInside(x + 0.5, y + 0.5) > 0;
                frame.y().set(x, y, lit ? value(lens, number, x + 0.5, y + 0.5, scene) : 64);
                frame.u().set(x / 2, y / 2, 500 + 30 * number);
                frame.v().set(x / 2, y / 2, 512);
            }
        }
        return frame;
    }

    private static int value(
            RigLens lens, int number, double x, double y, ToDoubleBiFunction<Integer, Direction> scene) {
        try {
            Direction seen = lens.rigFromLens().apply(lens.lens().unproject(x, y));
            return (int) Math.round(scene.applyAsDouble(number, seen));
        } catch (IllegalArgumentException beyond) {
            return 64;
        }
    }

    private static Frame stitched(Stitch stitch, List<Frame> filmed, int threads) throws InterruptedException {
        return Stitches.stitched(stitch, filmed, CANVAS, 0, threads(threads));
    }

    private static Frame still(StitchSettings settings, List<Frame> filmed) throws InterruptedException {
        return stitched(new Stitcher(StitchPlan.compile(settings), Kernel.FINE), filmed, 2);
    }

    /** The largest step from a pixel to the next one or the one below. */
    private static int step(Frame frame) {
        int step = 0;
        for (int y = 0; y < CANVAS.height() - 1; y++) {
            for (int x = 0; x < CANVAS.width() - 1; x++) {
                int here = frame.y().get(x, y);
                step = Math.max(step, Math.abs(here - frame.y().get(x + 1, y)));
                step = Math.max(step, Math.abs(here - frame.y().get(x, y + 1)));
            }
        }
        return step;
    }

    @Test
    void lensesOfUnlikeLightMeetWithoutAStep() throws Exception {
        List<Frame> filmed = filmed(two(), (lens, seen) -> GREY + STEP * lens);
        Frame cut = still(feather(two()), filmed);
        Frame blended = still(bands(two()), filmed);
        assertThat(step(cut)).isGreaterThan(STEP / 3);
        // Over the poles, too, where one pixel is half the way round from the next.
        assertThat(step(blended)).isLessThanOrEqualTo(CODE);
        int middle = CANVAS.height() / 2;
        assertThat(blended.y().get(CANVAS.width() / 2, middle)).isEqualTo(GREY);
        assertThat(blended.y().get(0, middle)).isEqualTo(GREY + STEP);
        // In the seam it is half of both, in chroma too.
        assertThat(blended.y().get(CANVAS.width() / 4, middle)).isCloseTo(GREY + STEP / 2, within(CODE));
        assertThat(blended.u().get(CANVAS.width() / 8, middle / 2)).isCloseTo(515, within(CODE));
    }

    @Test
    void whatLensesShowAlikeStaysAsItIs() throws Exception {
        ToDoubleBiFunction<Integer, Direction> scene =
                (lens, seen) -> 512 + 130 * Math.sin(3 * seen.x() + 1) + 110 * Math.cos(4 * seen.y() - 2 * seen.z());
        List<Frame> filmed = filmed(two(), scene);
        Frame one = still(feather(two()), filmed);
        Frame other = still(bands(two()), filmed);
        assertThat(difference(one.y(), other.y())).isLessThanOrEqualTo(CODE);
    }

    /** Stripes of lens A are bright where those of lens B are dark: blended widely they would vanish. */
    @Test
    void fineDetailIsCutOverTheFeather() throws Exception {
        ToDoubleBiFunction<Integer, Direction> stripes =
                (lens, seen) -> 500 + (lens == 0 ? 60 : -60) * Math.sin(seen.pitch() * 180);
        List<Frame> filmed = filmed(two(), stripes);
        Frame blended = still(bands(two()), filmed);
        int seam = CANVAS.width() / 4;
        for (int off : new int[] {-6, 6}) {
            int most = 0;
            for (int y = CANVAS.height() / 2 - 20; y < CANVAS.height() / 2 + 20; y++) {
                most = Math.max(most, Math.abs(blended.y().get(seam + off, y) - 500));
            }
            assertThat(most).as("amplitude two degrees beside the seam").isGreaterThan(45);
        }
    }

    @Test
    void aRingOfSixIsBlendedAlike() throws Exception {
        Rig six = Stitches.scaled(ReadyRigs.sixAround(), 360, 480);
        List<Frame> filmed = filmed(six, (lens, seen) -> GREY + STEP * (lens % 2));
        int middle = CANVAS.height() / 2;
        Frame blended = still(bands(six), filmed);
        int step = 0;
        for (int x = 0; x < CANVAS.width() - 1; x++) {
            step = Math.max(
                    step, Math.abs(blended.y().get(x, middle) - blended.y().get(x + 1, middle)));
        }
        assertThat(step).isLessThanOrEqualTo(CODE);
    }

    @Test
    void aMovingRigAndAnyThreadsGiveTheSame() throws Exception {
        List<Frame> filmed =
                filmed(two(), (lens, seen) -> GREY + STEP * lens + 60 * Math.sin(5 * seen.x() + 3 * seen.y()));
        Stitch moving = new MovingStitcher(bands(two()), RigMotion.still(2), Kernel.FINE, threads(2));
        Frame one = stitched(moving, filmed, 1);
        assertThat(difference(stitched(moving, filmed, 3).y(), one.y())).isZero();
        assertThat(difference(one.y(), still(bands(two()), filmed).y())).isLessThanOrEqualTo(2 * CODE);
    }
}
