package foldback.engine.picture;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.recipe.Level;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.RecipePlan;
import foldback.core.recipe.geometry.Geometry;
import foldback.core.recipe.light.Balance;
import foldback.core.rig.Eye;
import foldback.core.rig.Rig;
import foldback.core.run.Threads;
import foldback.core.space.Rotation;
import foldback.core.stitch.plan.RigMotion;
import foldback.core.stitch.weight.Meeting;
import foldback.core.stitch.weight.WeightMap;
import foldback.core.tone.CurveChoice;
import foldback.core.tone.Transfer;
import foldback.core.tone.Viewing;
import foldback.core.warp.Canvas;
import foldback.core.warp.Kernel;
import foldback.core.warp.RayShift;
import foldback.engine.DemoTake;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** What a picture comes out as: its depth, its tags, and what happens to values on the way. */
class PictureMakerTest {
    private static final Canvas CANVAS = new Canvas(256, 128);
    private static final int SIZE = 480;
    private Recipe recipe;

    @BeforeEach
    void read() throws Exception {
        recipe = DemoTake.recipe().with(Balance.SECTION, Balance.NONE);
    }

    private static List<RecipePlan.Source> sources(PixelFormat format) {
        return Collections.nCopies(2, new RecipePlan.Source(SIZE, SIZE, format, ColourTags.BT709_LIMITED));
    }

    private static List<Frame> grey(PictureMaker maker, PixelFormat format, int level) {
        List<Frame> frames = new ArrayList<>();
        for (int halvings : maker.halvings()) {
            Frame frame = Frame.allocate(format, ColourTags.BT709_LIMITED, SIZE >> halvings, SIZE >> halvings);
            for (int y = 0; y < frame.height(); y++) {
                for (int x = 0; x < frame.width(); x++) {
                    frame.y().set(x, y, level);
                    frame.u().set(x / 2, y / 2, 128 << format.bits() - 8);
                    frame.v().set(x / 2, y / 2, 128 << format.bits() - 8);
                }
            }
            frames.add(frame);
        }
        return frames;
    }

    private static Frame made(PictureMaker maker, PixelFormat format, int level) throws InterruptedException {
        Frame out = maker.allocate();
        ExecutorService executor = Executors.newSingleThreadExecutor();
        try {
            maker.make(0, grey(maker, format, level), out, new Threads(executor, 1));
        } finally {
            executor.shutdownNow();
        }
        return out;
    }

    private PictureMaker maker(Recipe shown, PixelFormat format, Target target) {
        return PictureMaker.of(shown, sources(format), target, Optional.empty(), new PlanCache(2));
    }

    private static double mean(Frame frame) {
        double sum = 0;
        for (int y = 0; y < frame.height(); y++) {
            for (int x = 0; x < frame.width(); x++) {
                sum += frame.y().get(x, y);
            }
        }
        return sum / frame.width() / frame.height();
    }

    @ParameterizedTest
    @CsvSource({"8, 8, 100, 100", "8, 10, 100, 400", "10, 8, 402, 100.5", "10, 10, 402, 402"})
    void depthsAreKeptAndFewerBitsAreDithered(int source, int target, int level, double wanted) throws Exception {
        PixelFormat format = source == 8 ? PixelFormat.YUV420_8 : PixelFormat.YUV420_10;
        Target of = new Target(CANVAS, target, Kernel.FINE, Target.Colours.FOOTAGE, Target.Marks.NONE, Meeting.BLENDED);
        PictureMaker maker = maker(recipe, format, of);
        assertThat(maker.format().bits()).isEqualTo(target);
        assertThat(mean(made(maker, format, level))).isCloseTo(wanted, org.assertj.core.api.Assertions.within(0.02));
    }

    @Test
    void footageThatScreensShowIsViewedAsItIs() throws Exception {
        Frame signal = made(
                maker(recipe, PixelFormat.YUV420_8, Target.plain(CANVAS, Kernel.QUICK, Target.Colours.FOOTAGE)),
                PixelFormat.YUV420_8,
                140);
        Frame viewed = made(
                maker(recipe, PixelFormat.YUV420_8, Target.plain(CANVAS, Kernel.QUICK, Target.Colours.VIEWING)),
                PixelFormat.YUV420_8,
                140);
        assertThat(mean(viewed)).isEqualTo(mean(signal));
        assertThat(viewed.tags()).isEqualTo(signal.tags());
    }

    @Test
    void footageOfAnotherCurveIsViewedThroughAShoulder() throws Exception {
        Recipe log = recipe.with(
                Balance.SECTION,
                Balance.NONE.withCurve(new CurveChoice(Optional.of(ColourTags.Curve.ACESCCT), Optional.empty())));
        Target viewing = Target.plain(CANVAS, Kernel.QUICK, Target.Colours.VIEWING);
        PictureMaker maker = maker(log, PixelFormat.YUV420_8, viewing);
        assertThat(maker.tags()).isEqualTo(ColourTags.BT709_LIMITED);
        double wanted = 16 + 219 * Viewing.shown(Transfer.ACESCCT, (120 - 16) / 219.0);
        assertThat(mean(made(maker, PixelFormat.YUV420_8, 120)))
                .isCloseTo(wanted, org.assertj.core.api.Assertions.within(0.3));
        PictureMaker signal =
                maker(log, PixelFormat.YUV420_8, Target.plain(CANVAS, Kernel.QUICK, Target.Colours.FOOTAGE));
        assertThat(signal.tags().transfer()).isEqualTo(ColourTags.Curve.ACESCCT);
        assertThat(mean(made(signal, PixelFormat.YUV420_8, 120))).isEqualTo(120);
    }

    /** A rig that is turned and turned back by the level shows what one that was never turned shows. */
    @Test
    void aRigThatTurnsIsTakenAsItWasAtTheMoment() throws Exception {
        Target target = new Target(CANVAS, 8, Kernel.FINE, Target.Colours.FOOTAGE, Target.Marks.NONE, Meeting.BLENDED);
        Rotation turn = Rotation.ofYawPitchRoll(0.8, 0.3, -0.2);
        RigMotion motion = new RigMotion(seconds -> seconds == 2 ? turn : Rotation.IDENTITY, List.of(0.0, 0.0));
        Recipe upright = recipe.with(Level.SECTION, Level.NONE);
        Recipe turned = recipe.with(Level.SECTION, new Level(turn.yaw(), turn.pitch(), turn.roll()));
        PictureMaker still = maker(upright, PixelFormat.YUV420_8, target);
        PictureMaker moving = maker(turned, target, Additions.NONE.withMotion(motion));
        Frame wanted = still.allocate();
        Frame found = moving.allocate();
        ExecutorService executor = Executors.newFixedThreadPool(2);
        still.make(2, slopes(still), wanted, new Threads(executor, 2));
        moving.make(2, slopes(moving), found, new Threads(executor, 2));
        executor.shutdown();
        int different = 0;
        for (int y = 0; y < CANVAS.height(); y++) {
            for (int x = 0; x < CANVAS.width(); x++) {
                // The feather is 2.5 pixels of these small pictures wide, weights are those of the nearest one, and the
                // lenses differ by 35 codes.
                int difference = Math.abs(wanted.y().get(x, y) - found.y().get(x, y));
                assertThat(difference).isLessThanOrEqualTo(4);
                different += difference > 1 ? 1 : 0;
            }
        }
        assertThat(different).isLessThan(CANVAS.width() * CANVAS.height() / 100);
    }

    private PictureMaker maker(Recipe shown, Target target, Additions additions) {
        return PictureMaker.ofRun(shown, sources(PixelFormat.YUV420_8), target, Optional.empty(), 0, additions);
    }

    @Test
    void weightsThatAreStatedShiftsAndLayersAreTakenUp() throws Exception {
        Target target = new Target(CANVAS, 8, Kernel.FINE, Target.Colours.FOOTAGE, Target.Marks.NONE, Meeting.BLENDED);
        WeightMap.OnSphere evenly = (ray, weights) -> {
            weights[0] = 1;
            weights[1] = 1;
        };
        int[] shifted = {0, 0};
        List<RayShift> shifts = List.of((rays, count) -> shifted[0] += count, (rays, count) -> shifted[1] += count);
        PictureMaker maker = maker(
                recipe,
                target,
                Additions.NONE
                        .withWeights(evenly)
                        .withShifts(seconds -> shifts)
                        .withLayers(List.of(
                                (seconds, canvas, threads) -> canvas.y().set(9, 7, (int) seconds),
                                (seconds, canvas, threads) -> canvas.y().set(11, 7, 2 * (int) seconds))));
        List<Frame> frames = grey(maker, PixelFormat.YUV420_8, 60);
        for (int y = 0; y < frames.get(1).height(); y++) {
            for (int x = 0; x < frames.get(1).width(); x++) {
                frames.get(1).y().set(x, y, 100);
            }
        }
        Frame out = maker.allocate();
        ExecutorService executor = Executors.newFixedThreadPool(2);
        maker.make(90, frames, out, new Threads(executor, 2));
        executor.shutdown();
        assertThat(out.y().get(CANVAS.width() / 2, CANVAS.height() / 2)).isEqualTo(60);
        assertThat(out.y().get(2, CANVAS.height() / 2)).isEqualTo(100);
        // Half of each in the middle of both overlaps.
        long halves = IntStream.range(0, CANVAS.width())
                .filter(x -> out.y().get(x, CANVAS.height() / 2) == 80)
                .count();
        assertThat(halves).isBetween(4L, 12L);
        assertThat(shifted[0]).isPositive();
        assertThat(shifted[1]).isPositive();
        assertThat(out.y().get(9, 7)).isEqualTo(90);
        assertThat(out.y().get(11, 7)).isEqualTo(180);
    }

    /** Grey that rises across each lens's picture. */
    private static List<Frame> slopes(PictureMaker maker) {
        List<Frame> frames = grey(maker, PixelFormat.YUV420_8, 0);
        for (Frame frame : frames) {
            for (int y = 0; y < frame.height(); y++) {
                for (int x = 0; x < frame.width(); x++) {
                    frame.y().set(x, y, 40 + 20 * x / frame.width() + 15 * y / frame.height());
                }
            }
        }
        return frames;
    }

    @Test
    void otherDepthsAreRefused() {
        assertThatThrownBy(() ->
                        new Target(CANVAS, 12, Kernel.FINE, Target.Colours.FOOTAGE, Target.Marks.NONE, Meeting.BLENDED))
                .hasMessage("'bits' must be 8 or 10: 12");
    }

    /** Both lenses, one for each eye: each sees what the other one does not, and black beyond its own lens. */
    @ParameterizedTest
    @EnumSource(
            value = Eyes.class,
            names = {"LEFT_ABOVE_RIGHT", "LEFT_BESIDE_RIGHT"})
    void eachEyeHasAPartOfItsOwn(Eyes eyes) throws Exception {
        Recipe stereo =
                recipe.with(Geometry.SECTION, recipe.geometry().withRig(forEyes(recipe.rig()), "card", List.of()));
        Target target = Target.plain(CANVAS, Kernel.QUICK, Target.Colours.FOOTAGE);
        PictureMaker both = maker(stereo, PixelFormat.YUV420_8, target.withEyes(eyes));
        List<Frame> pictures = grey(both, PixelFormat.YUV420_8, 90);
        pictures.set(1, grey(both, PixelFormat.YUV420_8, 180).get(1));
        Frame out = both.allocate();
        assertThat(out.width()).isEqualTo(eyes == Eyes.LEFT_BESIDE_RIGHT ? 512 : 256);
        assertThat(out.height()).isEqualTo(eyes == Eyes.LEFT_ABOVE_RIGHT ? 256 : 128);
        ExecutorService executor = Executors.newSingleThreadExecutor();
        try {
            both.make(0, pictures, out, new Threads(executor, 1));
        } finally {
            executor.shutdownNow();
        }
        int right = eyes == Eyes.LEFT_BESIDE_RIGHT ? 256 : 0;
        int down = eyes == Eyes.LEFT_ABOVE_RIGHT ? 128 : 0;
        // The first lens looks to the front, the second one to the back.
        assertThat(out.y().get(128, 64)).isEqualTo(90);
        assertThat(out.y().get(0, 64)).as("behind the left eye's lens").isEqualTo(16);
        assertThat(out.y().get(right, down + 64)).isEqualTo(180);
        assertThat(out.y().get(right + 128, down + 64)).isEqualTo(16);
    }

    @Test
    void anEyeWithoutALensIsRefused() {
        assertThatThrownBy(() -> recipe.geometry()
                        .withRig(
                                new Rig(
                                        "left",
                                        recipe.rig().lenses().stream()
                                                .map(lens -> lens.withEye(Eye.LEFT))
                                                .toList()),
                                "card",
                                List.of())
                        .forEye(Eye.RIGHT))
                .hasMessageContaining("no lens is for the right eye");
    }

    private static Rig forEyes(Rig rig) {
        return new Rig(
                rig.name(),
                List.of(
                        rig.lenses().get(0).withEye(Eye.LEFT),
                        rig.lenses().get(1).withEye(Eye.RIGHT)));
    }
}
