package foldback.engine.picture;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.matte.During;
import foldback.core.matte.Stroke;
import foldback.core.matte.Stroke.Kind;
import foldback.core.matte.Stroke.Shape;
import foldback.core.matte.Stroke.Spot;
import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.RecipePlan;
import foldback.core.recipe.Seams;
import foldback.core.recipe.light.Balance;
import foldback.core.run.Threads;
import foldback.core.stitch.plan.RigMotion;
import foldback.core.warp.Canvas;
import foldback.core.warp.Kernel;
import foldback.engine.DemoTake;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** A lens that is painted out for a while: the first lens films dark, the second one bright. */
class PaintedPictureTest {
    private static final Canvas CANVAS = new Canvas(512, 256);
    private static final int SIZE = 480;
    private static final int DARK = 60;
    private static final int BRIGHT = 200;
    private static final double FADE = 0.5;
    private final ExecutorService executor = Executors.newSingleThreadExecutor();
    private Recipe recipe;

    @BeforeEach
    void read() throws Exception {
        recipe = DemoTake.recipe().with(Balance.SECTION, Balance.NONE);
    }

    @AfterEach
    void end() {
        executor.shutdownNow();
    }

    private Recipe painted(String lens) {
        Stroke rim = new Stroke(
                lens,
                Kind.LEAVE_OUT,
                Shape.LINE,
                List.of(new Spot(0.1, 0.3), new Spot(0.06, 0.5), new Spot(0.1, 0.7)),
                0.06,
                0.02,
                Optional.of(new During(1, 2, FADE)));
        return recipe.with(Seams.SECTION, new Seams(0.05, 3).withStrokes(List.of(rim)));
    }

    private PictureMaker maker(Recipe shown, Additions additions) {
        RecipePlan.Source source = new RecipePlan.Source(SIZE, SIZE, PixelFormat.YUV420_8, ColourTags.BT709_LIMITED);
        Target target = Target.plain(CANVAS, Kernel.QUICK, Target.Colours.FOOTAGE);
        return PictureMaker.of(
                shown, Collections.nCopies(2, source), target, Optional.empty(), new PlanCache(8), additions);
    }

    /** The mean of a picture at a time. */
    private double mean(PictureMaker maker, double seconds) throws InterruptedException {
        List<Frame> frames = new ArrayList<>();
        for (int lens = 0; lens < 2; lens++) {
            int size = SIZE >> maker.halvings().get(lens);
            Frame frame = Frame.allocate(PixelFormat.YUV420_8, ColourTags.BT709_LIMITED, size, size);
            for (int y = 0; y < size; y++) {
                for (int x = 0; x < size; x++) {
                    frame.y().set(x, y, lens == 0 ? DARK : BRIGHT);
                    frame.u().set(x / 2, y / 2, 128);
                    frame.v().set(x / 2, y / 2, 128);
                }
            }
            frames.add(frame);
        }
        Frame out = maker.allocate();
        maker.make(seconds, frames, out, new Threads(executor, 1));
        double sum = 0;
        for (int y = 0; y < out.height(); y++) {
            for (int x = 0; x < out.width(); x++) {
                sum += out.y().get(x, y);
            }
        }
        return sum / out.width() / out.height();
    }

    private void comesAndGoes(Additions additions) throws InterruptedException {
        double usual = mean(maker(recipe.with(Seams.SECTION, new Seams(0.05, 3)), additions), 1);
        PictureMaker out = maker(painted("A"), additions);
        assertThat(mean(out, 0)).isEqualTo(usual);
        double whole = mean(out, 1.5);
        assertThat(whole).isGreaterThan(usual + 0.3);
        double half = mean(out, 2 + FADE / 2);
        assertThat(half).isBetween(usual + 0.4 * (whole - usual), usual + 0.6 * (whole - usual));
        assertThat(mean(out, 3)).isEqualTo(usual);
        // The same picture whatever was made before.
        assertThat(mean(maker(painted("A"), additions), 2 + FADE / 2)).isEqualTo(half);
        assertThat(mean(maker(painted("B"), additions), 1.5)).isLessThan(usual - 0.3);
    }

    @Test
    void paintComesAndGoesInTheStitch() throws Exception {
        comesAndGoes(Additions.NONE);
    }

    @Test
    void paintComesAndGoesWhereTheRigTurns() throws Exception {
        comesAndGoes(Additions.NONE.withMotion(RigMotion.still(2)));
    }
}
