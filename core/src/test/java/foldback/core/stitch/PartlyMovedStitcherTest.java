package foldback.core.stitch;

import static foldback.core.stitch.Planes.difference;
import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.rig.ReadyRigs;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.run.Threads;
import foldback.core.seam.SeamFlow;
import foldback.core.seam.SeamPath;
import foldback.core.seam.SeamSettings;
import foldback.core.seam.SeamShift;
import foldback.core.seam.SeamStrip;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import foldback.core.stitch.plan.CanvasPart;
import foldback.core.stitch.plan.MovingPlan;
import foldback.core.stitch.plan.RigMotion;
import foldback.core.stitch.plan.StitchPlan;
import foldback.core.stitch.plan.StitchSettings;
import foldback.core.warp.Canvas;
import foldback.core.warp.CanvasPath;
import foldback.core.warp.Kernel;
import foldback.core.warp.ShiftPath;
import foldback.core.warp.projection.CentralProjection;
import foldback.core.warp.projection.CentralProjection.Law;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** Held against the stitch that follows the whole canvas. */
class PartlyMovedStitcherTest {
    private static final ExecutorService EXECUTOR = Executors.newFixedThreadPool(3);
    private static final Threads THREADS = new Threads(EXECUTOR, 2);
    private static final double FAR = Double.POSITIVE_INFINITY;
    private static final Rotation LEVEL = Rotation.ofYawPitchRoll(1.3, -0.2, 0.3);
    private static final long KEPT = 64L << 20;
    /** The scene is brighter everywhere. */
    private static final int HOLE = 200;

    @AfterAll
    static void end() {
        EXECUTOR.shutdownNow();
    }

    static Stream<Arguments> stitches() {
        return Stream.of(
                Arguments.of(two(), new Canvas(1024, 512)),
                Arguments.of(two(), new Canvas(652, 326)),
                Arguments.of(Stitches.scaled(ReadyRigs.sixAround(), 360, 480), new Canvas(1024, 512)),
                Arguments.of(two(), new Canvas(640, 360, new CentralProjection(Law.FLAT, Math.toRadians(110)))));
    }

    private static Rig two() {
        return Stitches.scaled(ReadyRigs.twoBackToBack(), 480, 480);
    }

    private static StitchSettings settings(Rig rig, Canvas canvas) {
        return new StitchSettings(canvas, rig, LEVEL, FAR, Math.toRadians(4));
    }

    private static SeamPath path(Rig rig) {
        List<SeamStrip> strips = SeamStrip.of(rig, FAR, SeamSettings.DEFAULT);
        return new SeamPath(
                strips,
                seconds -> SeamShift.of(
                        rig,
                        strips,
                        strips.stream().map(strip -> wavy(strip, seconds)).toList()));
    }

    private static SeamFlow wavy(SeamStrip strip, double phase) {
        int columns = strip.columns() / SeamStrip.MULTIPLE;
        int rows = strip.rows() / SeamStrip.MULTIPLE;
        float[] across = new float[columns * rows];
        float[] along = new float[columns * rows];
        float[] sure = new float[columns * rows];
        for (int i = 0; i < across.length; i++) {
            double at = i % columns * 2 * Math.PI / columns;
            across[i] = (float) Math.toRadians(1.2 * Math.sin(3 * at + phase) - 1);
            along[i] = (float) Math.toRadians(0.2 * Math.cos(2 * at));
            sure[i] = 1;
        }
        return new SeamFlow(columns, rows, along, across, sure);
    }

    private static MovingPlan moving(StitchSettings settings, ShiftPath path) throws InterruptedException {
        RigMotion still = RigMotion.still(settings.rig().lenses().size());
        return MovingPlan.compile(settings, CanvasPath.still(settings.canvas()), still, path, THREADS);
    }

    private static PartlyMovedStitcher partly(StitchSettings settings, ShiftPath path, long kept)
            throws InterruptedException {
        CanvasPart part = CanvasPart.of(settings.canvas(), settings.rigFromCanvas(), List.of(path::reaches));
        assertThat(part.share()).as("of the canvas that is followed").isBetween(0.02, 0.9);
        return new PartlyMovedStitcher(StitchPlan.compile(settings), moving(settings, path), part, Kernel.FINE, kept);
    }

    /** A scene that is smooth all round, 10 bits. */
    private static List<Frame> filmed(Rig rig) {
        return rig.lenses().stream().map(PartlyMovedStitcherTest::filmed).toList();
    }

    private static Frame filmed(RigLens lens) {
        int width = lens.lens().frame().width();
        int height = lens.lens().frame().height();
        Frame frame = Frame.allocate(PixelFormat.YUV420_10, ColourTags.BT709_LIMITED, width, height);
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                frame.y().set(x, y, value(lens, x + 0.5, y + 0.5));
                frame.u().set(x / 2, y / 2, 512);
                frame.v().set(x / 2, y / 2, 512);
            }
        }
        return frame;
    }

    private static int value(RigLens lens, double x, double y) {
        try {
            Direction seen = lens.rigFromLens().apply(lens.lens().unproject(x, y));
            return (int)
                    Math.round(512 + 130 * Math.sin(3 * seen.x() + 1) + 110 * Math.cos(4 * seen.y() - 2 * seen.z()));
        } catch (IllegalArgumentException beyond) {
            return 512;
        }
    }

    private static Frame stitched(Stitch stitch, List<Frame> filmed, Canvas canvas, double seconds)
            throws InterruptedException {
        return Stitches.stitched(stitch, filmed, canvas, seconds, THREADS);
    }

    /** Where both show something: a hole's rim is found in two ways, too, and may be a pixel off. */
    private static int worst(Frame found, Frame wanted) {
        int worst = 0;
        int shown = 0;
        for (int y = 0; y < wanted.height(); y++) {
            for (int x = 0; x < wanted.width(); x++) {
                int one = found.y().get(x, y);
                int other = wanted.y().get(x, y);
                if (one > HOLE && other > HOLE) {
                    shown++;
                    worst = Math.max(worst, Math.abs(one - other));
                }
            }
        }
        assertThat(shown).isGreaterThan(wanted.width() * wanted.height() / 2);
        return worst;
    }

    @ParameterizedTest
    @MethodSource("stitches")
    void itLooksAsWhereAllOfTheCanvasIsFollowed(Rig rig, Canvas canvas) throws Exception {
        StitchSettings settings = settings(rig, canvas);
        ShiftPath path = path(rig);
        List<Frame> filmed = filmed(rig);
        Stitch whole = new MovingStitcher(moving(settings, path), Kernel.FINE);
        Stitch part = partly(settings, path, KEPT);
        for (double seconds : new double[] {0, 1, 2}) {
            Frame wanted = stitched(whole, filmed, canvas, seconds);
            Frame found = stitched(part, filmed, canvas, seconds);
            // Of 1024: two ways to interpolate places, which are right to a few hundredths of a pixel each.
            assertThat(worst(found, wanted)).isLessThanOrEqualTo(3);
        }
    }

    @Test
    void whatIsKeptChangesNothing() throws Exception {
        Rig rig = two();
        Canvas canvas = new Canvas(1024, 512);
        StitchSettings settings = settings(rig, canvas);
        ShiftPath path = path(rig);
        List<Frame> filmed = filmed(rig);
        Stitch kept = partly(settings, path, KEPT);
        Stitch anew = partly(settings, path, 0);
        for (double seconds : new double[] {0, 1, 0}) {
            Frame one = stitched(kept, filmed, canvas, seconds);
            assertThat(difference(
                            one.y(), stitched(anew, filmed, canvas, seconds).y()))
                    .isZero();
        }
    }
}
