package foldback.engine.picture;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.RecipePlan;
import foldback.core.recipe.light.Balance;
import foldback.core.stitch.Meeting;
import foldback.core.tone.CurveChoice;
import foldback.core.tone.Transfer;
import foldback.core.tone.Viewing;
import foldback.core.warp.Canvas;
import foldback.core.warp.Kernel;
import foldback.engine.DemoTake;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

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
            maker.make(0, grey(maker, format, level), out, executor, 1);
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

    @Test
    void otherDepthsAreRefused() {
        assertThatThrownBy(() ->
                        new Target(CANVAS, 12, Kernel.FINE, Target.Colours.FOOTAGE, Target.Marks.NONE, Meeting.BLENDED))
                .hasMessage("'bits' must be 8 or 10: 12");
    }
}
