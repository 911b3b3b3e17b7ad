package foldback.core.stitch;

import static foldback.core.stitch.Planes.difference;
import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.matte.MattePath;
import foldback.core.matte.Mattes;
import foldback.core.matte.Stroke;
import foldback.core.matte.Stroke.Kind;
import foldback.core.matte.Stroke.Shape;
import foldback.core.matte.Stroke.Spot;
import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.rig.ReadyRigs;
import foldback.core.rig.Rig;
import foldback.core.run.Threads;
import foldback.core.space.Rotation;
import foldback.core.stitch.plan.RigMotion;
import foldback.core.stitch.plan.StitchPlan;
import foldback.core.stitch.plan.StitchSettings;
import foldback.core.stitch.weight.WeightMap;
import foldback.core.warp.Canvas;
import foldback.core.warp.Kernel;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;

/** Two lenses film a grey each, and one of them a spot at its rim that is painted out. */
class PaintedStitchTest {
    private static final ExecutorService EXECUTOR = Executors.newFixedThreadPool(3);
    private static final Threads THREADS = new Threads(EXECUTOR, 2);
    private static final Canvas CANVAS = new Canvas(640, 320);
    private static final Rotation LEVEL = Rotation.ofYawPitchRoll(1.1, -0.2, 0.3);
    private static final double FEATHER = Math.toRadians(3);
    private static final int SIZE = 720;
    private static final int GREY = 400;
    private static final int SPOT = 900;
    private static final Rig RIG = Stitches.scaled(ReadyRigs.twoBackToBack(), SIZE, SIZE);
    private static final Stroke OVER_SPOT =
            new Stroke("A", Kind.LEAVE_OUT, Shape.LINE, List.of(new Spot(0.035, 0.5)), 0.06, 0.02, Optional.empty());

    @AfterAll
    static void end() {
        EXECUTOR.shutdownNow();
    }

    private static Mattes painted(Stroke... strokes) {
        return new MattePath(List.of("A", "B"), List.of(strokes)).at(0);
    }

    private static Frame grey() {
        Frame frame = Frame.allocate(PixelFormat.YUV420_10, ColourTags.BT709_LIMITED, SIZE, SIZE);
        Planes.fill(frame.y(), GREY);
        Planes.fill(frame.u(), 512);
        Planes.fill(frame.v(), 512);
        return frame;
    }

    /** Both the same grey, but for a spot at the left rim of the first one. */
    private static List<Frame> filmed() {
        Frame first = grey();
        for (int y = SIZE / 2 - 20; y < SIZE / 2 + 20; y++) {
            for (int x = 5; x < 45; x++) {
                first.y().set(x, y, SPOT);
            }
        }
        return List.of(first, grey());
    }

    private static StitchSettings settings(WeightMap weights, Mattes mattes) {
        return new StitchSettings(CANVAS, RIG, LEVEL, Double.POSITIVE_INFINITY, FEATHER)
                .with(weights)
                .with(mattes);
    }

    private static Frame still(StitchSettings settings) throws InterruptedException {
        Stitch stitch = new Stitcher(StitchPlan.compile(settings), Kernel.FINE);
        return Stitches.stitched(stitch, filmed(), CANVAS, 0, THREADS);
    }

    private static int brightest(Frame frame) {
        int most = 0;
        for (int y = 0; y < CANVAS.height(); y++) {
            for (int x = 0; x < CANVAS.width(); x++) {
                most = Math.max(most, frame.y().get(x, y));
            }
        }
        return most;
    }

    @Test
    void whatIsPaintedOutIsNotSeen() throws InterruptedException {
        WeightMap feather = new WeightMap.Feather(FEATHER);
        assertThat(brightest(still(settings(feather, Mattes.NONE)))).isGreaterThan(600);
        assertThat(brightest(still(settings(feather, painted(OVER_SPOT))))).isBetween(GREY - 1, GREY + 1);
    }

    @Test
    void itsLightDoesNotComeBackInBands() throws InterruptedException {
        WeightMap bands = new WeightMap.Bands(FEATHER);
        assertThat(brightest(still(settings(bands, Mattes.NONE)))).isGreaterThan(600);
        // What is left is what its blocks reach beyond the paint.
        assertThat(brightest(still(settings(bands, painted(OVER_SPOT))))).isLessThan(GREY + 12);
    }

    @Test
    void aRigThatTurnsIsPaintedAsOneThatStands() throws InterruptedException {
        StitchSettings settings = settings(new WeightMap.Feather(FEATHER), painted(OVER_SPOT));
        Stitch moving = new MovingStitcher(settings, RigMotion.still(2), Kernel.FINE, THREADS);
        Frame turned = Stitches.stitched(moving, filmed(), CANVAS, 0, THREADS);
        assertThat(brightest(turned)).isLessThanOrEqualTo(GREY + 4);
        assertThat(difference(turned.y(), still(settings).y())).isLessThanOrEqualTo(4);
    }

    @Test
    void whatIsPaintedInIsSeenBeyondTheSeam() throws InterruptedException {
        Stroke in = new Stroke("A", Kind.USE, OVER_SPOT.shape(), OVER_SPOT.spots(), 0.06, 0.02, Optional.empty());
        WeightMap feather = new WeightMap.Feather(FEATHER);
        long usual = bright(still(settings(feather, Mattes.NONE)));
        assertThat(bright(still(settings(feather, painted(in))))).isGreaterThan(usual * 3 / 2);
    }

    private static long bright(Frame frame) {
        long count = 0;
        for (int y = 0; y < CANVAS.height(); y++) {
            for (int x = 0; x < CANVAS.width(); x++) {
                count += frame.y().get(x, y) > (GREY + SPOT) / 2 ? 1 : 0;
            }
        }
        return count;
    }
}
