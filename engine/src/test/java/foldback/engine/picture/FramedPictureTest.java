package foldback.engine.picture;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.framing.FrameShape;
import foldback.core.framing.Framing;
import foldback.core.framing.Framing.Aspect;
import foldback.core.keys.Amount;
import foldback.core.keys.Key;
import foldback.core.keys.Track;
import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.recipe.Level;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.RecipePlan;
import foldback.core.recipe.light.Balance;
import foldback.core.rig.RigLens;
import foldback.core.run.Threads;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import foldback.core.stitch.plan.RigMotion;
import foldback.core.warp.Canvas;
import foldback.core.warp.Kernel;
import foldback.engine.DemoTake;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Framings held against a scene that is known in every direction: smooth, so that only where it is looked at can be wrong. */
class FramedPictureTest {
    private static final ExecutorService EXECUTOR = Executors.newFixedThreadPool(2);
    private static final Threads THREADS = new Threads(EXECUTOR, 2);
    private static final int SIZE = 480;
    private static final int WIDTH = 320;
    private static final int HEIGHT = 180;
    private static final Level LEVEL = new Level(0.4, -0.2, 0.3);

    @AfterAll
    static void end() {
        EXECUTOR.shutdownNow();
    }

    private static double scene(Direction seen) {
        return 126 + 50 * seen.x() + 30 * seen.y() * seen.z() - 25 * seen.z();
    }

    private static Track<Amount> degrees(double from, double to) {
        return new Track<>(
                List.of(new Key<>(0, new Amount(Math.toRadians(from))), new Key<>(2, new Amount(Math.toRadians(to)))));
    }

    private static Track<Amount> still(double degrees) {
        return Track.still(new Amount(Math.toRadians(degrees)));
    }

    private static Framing moving(FrameShape shape) {
        return new Framing(
                "Way",
                shape,
                new Aspect(16, 9),
                degrees(-40, 200),
                degrees(30, -70),
                degrees(0, 15),
                degrees(70, shape == FrameShape.FLAT ? 100 : 160));
    }

    private static Recipe recipe() throws Exception {
        return DemoTake.recipe().with(Balance.SECTION, Balance.NONE).with(Level.SECTION, LEVEL);
    }

    private static List<RecipePlan.Source> sources() {
        return Collections.nCopies(
                2, new RecipePlan.Source(SIZE, SIZE, PixelFormat.YUV420_8, ColourTags.BT709_LIMITED));
    }

    /** What the lenses film of the scene, the rig turned in it. */
    private static List<Frame> filmed(Recipe recipe, PictureMaker maker, Rotation worldFromRig) {
        return IntStream.range(0, 2)
                .mapToObj(i -> {
                    int side = SIZE >> maker.halvings().get(i);
                    RigLens lens = recipe.rig().lenses().get(i).scaledTo(side, side);
                    Frame frame = Frame.allocate(PixelFormat.YUV420_8, ColourTags.BT709_LIMITED, side, side);
                    for (int y = 0; y < side; y++) {
                        for (int x = 0; x < side; x++) {
                            frame.y().set(x, y, value(lens, worldFromRig, x + 0.5, y + 0.5));
                            frame.u().set(x / 2, y / 2, 128);
                            frame.v().set(x / 2, y / 2, 128);
                        }
                    }
                    return frame;
                })
                .toList();
    }

    private static int value(RigLens lens, Rotation worldFromRig, double x, double y) {
        try {
            Direction seen =
                    worldFromRig.times(lens.rigFromLens()).apply(lens.lens().unproject(x, y));
            return (int) Math.round(scene(seen));
        } catch (IllegalArgumentException beyond) {
            return 16;
        }
    }

    private static double worst(Frame picture, Canvas canvas, Rotation sceneFromPicture) {
        double worst = 0;
        double[] ray = new double[3];
        for (int y = 0; y < HEIGHT; y++) {
            for (int x = 0; x < WIDTH; x++) {
                canvas.projection().ray(x + 0.5, y + 0.5, WIDTH, HEIGHT, ray);
                double wanted = Double.isNaN(ray[0])
                        ? 16
                        : scene(sceneFromPicture.apply(new Direction(ray[0], ray[1], ray[2])));
                worst = Math.max(worst, Math.abs(picture.y().get(x, y) - wanted));
            }
        }
        return worst;
    }

    private static Target target(Framing framing) {
        return Target.plain(new Canvas(2 * HEIGHT, HEIGHT), Kernel.FINE, Target.Colours.FOOTAGE)
                .framed(framing, WIDTH, HEIGHT);
    }

    private static Frame made(PictureMaker maker, double seconds, List<Frame> filmed) throws InterruptedException {
        Frame out = maker.allocate();
        maker.make(seconds, filmed, out, THREADS);
        return out;
    }

    private static PictureMaker maker(Recipe recipe, Framing framing, Additions additions) {
        return PictureMaker.of(recipe, sources(), target(framing), Optional.empty(), new PlanCache(2), additions);
    }

    @ParameterizedTest
    @EnumSource(FrameShape.class)
    void aFramingThatTurnsAndZoomsShowsTheSceneThere(FrameShape shape) throws Exception {
        Framing framing = moving(shape);
        PictureMaker maker = maker(recipe(), framing, Additions.NONE);
        List<Frame> filmed = filmed(recipe(), maker, Rotation.IDENTITY);
        for (double seconds : new double[] {0, 0.7, 1.9}) {
            Frame out = made(maker, seconds, filmed);
            Rotation seen = LEVEL.still().times(framing.rotation(seconds));
            // A rounded frame and a rounded picture, and what a coarser picture of the lens is off.
            assertThat(worst(out, framing.canvas(seconds, WIDTH, HEIGHT), seen)).isLessThan(1.6);
        }
    }

    @ParameterizedTest
    @EnumSource(FrameShape.class)
    void oneThatStaysShowsTheSameAsOneThatStandsAtAKey(FrameShape shape) throws Exception {
        Framing stays = new Framing("Way", shape, new Aspect(16, 9), still(-40), still(30), still(0), still(70));
        PictureMaker maker = maker(recipe(), stays, Additions.NONE);
        List<Frame> filmed = filmed(recipe(), maker, Rotation.IDENTITY);
        Frame out = made(maker, 5, filmed);
        Rotation seen = LEVEL.still().times(stays.rotation(0));
        assertThat(worst(out, stays.canvas(0, WIDTH, HEIGHT), seen)).isLessThan(1.6);
    }

    /** What was steadied before stays so: the framing looks into the steady world. */
    @Test
    void itLooksIntoTheSteadiedWorld() throws Exception {
        Framing framing = moving(FrameShape.FLAT);
        Rotation rig = Rotation.ofYawPitchRoll(0.5, 0.3, -0.4);
        RigMotion motion = new RigMotion(seconds -> rig, List.of(0.0, 0.0));
        PictureMaker maker = maker(recipe(), framing, Additions.NONE.withMotion(motion));
        Frame out = made(maker, 1.2, filmed(recipe(), maker, rig));
        Rotation seen = LEVEL.still().times(framing.rotation(1.2));
        assertThat(worst(out, framing.canvas(1.2, WIDTH, HEIGHT), seen)).isLessThan(1.6);
    }
}
