package foldback.engine.picture;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.keys.Amount;
import foldback.core.keys.Easing;
import foldback.core.keys.Key;
import foldback.core.keys.Track;
import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.recipe.Level;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.RecipePlan;
import foldback.core.recipe.depth.Depth;
import foldback.core.recipe.depth.DepthCurve;
import foldback.core.run.Threads;
import foldback.core.warp.Canvas;
import foldback.core.warp.Kernel;
import foldback.core.warp.projection.PartSphere;
import foldback.engine.DemoTake;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** What two eyes are shown of a pair of lenses. */
class EyesPictureTest {
    private static final Canvas CANVAS = new Canvas(128, 128, PartSphere.HALF);
    private static final int SIZE = 480;
    private static final double SCREEN = Math.toRadians(3);
    private Recipe recipe;

    @BeforeEach
    void read() throws Exception {
        recipe = DemoTake.recipeOf("in-the-shed");
    }

    private static Depth depth(Track<Amount> screen, Optional<Double> edge) {
        return new Depth(screen, DepthCurve.NONE, edge, 0, Depth.ShownOn.HEADSET, Optional.empty());
    }

    /** Lenses that show stripes, another brightness each. */
    private static List<Frame> pictures(PictureMaker maker) {
        return List.of(
                stripes(maker.halvings().get(0), 60), stripes(maker.halvings().get(1), 140));
    }

    private static Frame stripes(int halvings, int level) {
        int size = SIZE >> halvings;
        Frame frame = Frame.allocate(PixelFormat.YUV420_8, ColourTags.BT709_LIMITED, size, size);
        for (int y = 0; y < size; y++) {
            for (int x = 0; x < size; x++) {
                frame.y().set(x, y, level + (int) (40 * Math.sin(30.0 * x / size)));
                frame.u().set(x / 2, y / 2, 128);
                frame.v().set(x / 2, y / 2, 128);
            }
        }
        return frame;
    }

    private static Frame made(Recipe shown, Eyes eyes, double seconds) throws InterruptedException {
        List<RecipePlan.Source> sources = Collections.nCopies(
                2, new RecipePlan.Source(SIZE, SIZE, PixelFormat.YUV420_8, ColourTags.BT709_LIMITED));
        Target target =
                Target.plain(CANVAS, Kernel.FINE, Target.Colours.FOOTAGE).withEyes(eyes);
        PictureMaker maker = PictureMaker.of(shown, sources, target, Optional.empty(), new PlanCache(2));
        Frame out = maker.allocate();
        ExecutorService executor = Executors.newSingleThreadExecutor();
        try {
            maker.make(seconds, pictures(maker), out, new Threads(executor, 1));
        } finally {
            executor.shutdownNow();
        }
        return out;
    }

    private static void assertSame(Frame one, Frame two, double most) {
        double sum = 0;
        for (int y = 16; y < 112; y++) {
            for (int x = 16; x < 112; x++) {
                sum += Math.abs(one.y().get(x, y) - two.y().get(x, y));
            }
        }
        assertThat(sum / 96 / 96).isLessThan(most);
    }

    @Test
    void onePictureForBothEyesIsTheLeftOnes() throws Exception {
        assertSame(made(recipe, Eyes.ONE, 0), made(recipe, Eyes.LEFT, 0), 1e-9);
        Frame pair = made(recipe, Eyes.LEFT_BESIDE_RIGHT, 0);
        assertSame(pair.sub(0, 0, 128, 128), made(recipe, Eyes.LEFT, 0), 1e-9);
        assertSame(pair.sub(128, 0, 128, 128), made(recipe, Eyes.RIGHT, 0), 1e-9);
        Frame above = made(recipe, Eyes.LEFT_ABOVE_RIGHT, 0);
        assertSame(above.sub(0, 128, 128, 128), made(recipe, Eyes.RIGHT, 0), 1e-9);
    }

    @Test
    void eachEyeTurnsHalfOfTheWayToTheScreenPlane() throws Exception {
        Recipe near = recipe.with(Depth.SECTION, depth(Track.still(new Amount(SCREEN)), Optional.empty()));
        Recipe left = recipe.with(Level.SECTION, new Level(SCREEN / 2, 0, 0));
        Recipe right = recipe.with(Level.SECTION, new Level(-SCREEN / 2, 0, 0));
        assertSame(made(near, Eyes.LEFT, 0), made(left, Eyes.LEFT, 0), 1e-9);
        assertSame(made(near, Eyes.RIGHT, 0), made(right, Eyes.RIGHT, 0), 1e-9);
    }

    @Test
    void theScreenPlaneMovesByItsKeys() throws Exception {
        Track<Amount> keys = new Track<>(
                List.of(new Key<>(0, Amount.ZERO, Easing.LINEAR), new Key<>(2, new Amount(SCREEN), Easing.LINEAR)));
        Recipe moving = recipe.with(Depth.SECTION, depth(keys, Optional.empty()));
        for (double seconds : new double[] {0, 1, 2}) {
            Recipe still =
                    recipe.with(Depth.SECTION, depth(Track.still(new Amount(SCREEN * seconds / 2)), Optional.empty()));
            assertSame(made(moving, Eyes.LEFT, seconds), made(still, Eyes.LEFT, seconds), 0.2);
        }
    }

    @Test
    void theEdgeHidesWhatIsFarAsideFromBothEyes() throws Exception {
        Recipe hidden = recipe.with(Depth.SECTION, depth(Track.still(Amount.ZERO), Optional.of(Math.toRadians(60))));
        Frame pair = made(hidden, Eyes.LEFT_BESIDE_RIGHT, 0);
        for (int eye = 0; eye < 2; eye++) {
            assertThat(pair.y().get(128 * eye + 8, 64)).isEqualTo(16);
            assertThat(pair.y().get(128 * eye + 64, 64)).isGreaterThan(19);
        }
        assertThat((double) made(recipe, Eyes.LEFT, 0).y().get(8, 64)).isNotCloseTo(16, within(3.0));
    }
}
