package foldback.core.stitch;

import static foldback.core.stitch.Planes.difference;
import static foldback.core.stitch.Planes.fill;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import foldback.core.lens.LensFrame;
import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.picture.Plane;
import foldback.core.rig.ReadyRigs;
import foldback.core.rig.Rig;
import foldback.core.run.Threads;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import foldback.core.stitch.plan.StitchPlan;
import foldback.core.stitch.plan.StitchSettings;
import foldback.core.stitch.weight.Meeting;
import foldback.core.tone.LensLight;
import foldback.core.tone.LightFormat;
import foldback.core.tone.LightGains;
import foldback.core.tone.Shoulder;
import foldback.core.tone.Transfer;
import foldback.core.tone.Vignetting;
import foldback.core.warp.Canvas;
import foldback.core.warp.Kernel;
import foldback.core.warp.Sampler;
import foldback.core.warp.projection.CentralProjection;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

class StitcherTest {
    private static final Canvas CANVAS = new Canvas(1000, 500);
    private static final double FEATHER = Math.toRadians(6);

    @ParameterizedTest
    @EnumSource(Kernel.class)
    void oneAndThreeThreadsGiveTheSameBits(Kernel kernel) throws Exception {
        Rig rig = rig(256);
        StitchPlan plan = plan(rig, FEATHER);
        for (PixelFormat format : List.of(PixelFormat.YUV420_8, PixelFormat.YUV420_10)) {
            List<Frame> frames = noise(rig, format);
            List<LensLight> lights = lights(2, format, new LightGains(1.2, 1, 0.9));
            Stitcher stitcher = new Stitcher(plan, kernel);
            Frame one = canvas(format);
            Frame three = canvas(format);
            stitcher.stitch(frames, lights, one);
            ExecutorService executor = Executors.newFixedThreadPool(3);
            stitcher.stitch(0, frames, lights, three, new Threads(executor, 3));
            executor.shutdown();
            assertThat(difference(one.y(), three.y())).isZero();
            assertThat(difference(one.u(), three.u())).isZero();
            assertThat(difference(one.v(), three.v())).isZero();
        }
    }

    @ParameterizedTest
    @ValueSource(longs = {40_000, 100_000_000})
    void placesKeptFromFrameToFrameChangeNoBit(long keptBytes) throws Exception {
        Rig rig = rig(256);
        StitchPlan plan = plan(rig, FEATHER);
        LightGains gains = new LightGains(1.2, 1, 0.9);
        Stitcher keeping = new Stitcher(plan, Kernel.FINE, keptBytes);
        ExecutorService executor = Executors.newFixedThreadPool(2);
        for (int seed = 0; seed < 5; seed++) {
            // The third frame's lenses lose otherwise, and the planes of those behind it lie otherwise in memory:
            // nothing was kept for them.
            Vignetting vignetting = new Vignetting(0.3, seed == 2 ? 0.6 : 0.4, 0);
            List<LensLight> lights = lights(2, PixelFormat.YUV420_8, gains, vignetting);
            List<Frame> frames = noise(rig, PixelFormat.YUV420_8, seed, seed < 3 ? 0 : 32);
            Frame wanted = canvas(PixelFormat.YUV420_8);
            Frame found = canvas(PixelFormat.YUV420_8);
            new Stitcher(plan, Kernel.FINE).stitch(frames, lights, wanted);
            keeping.stitch(seed, frames, lights, found, new Threads(executor, 2));
            assertThat(difference(wanted.y(), found.y())).isZero();
            assertThat(difference(wanted.u(), found.u())).isZero();
            assertThat(difference(wanted.v(), found.v())).isZero();
        }
        executor.shutdown();
    }

    @Test
    void weightsSumToOneEverywhereAndRampOverTheFeather() {
        StitchPlan plan = plan(rig(512), FEATHER);
        double narrowest = 0;
        for (int y = 0; y < CANVAS.height(); y++) {
            for (int x = 0; x < CANVAS.width(); x++) {
                assertThat(plan.weightAt(0, x, y) + plan.weightAt(1, x, y)).isEqualTo(256);
            }
        }
        int middle = CANVAS.height() / 2;
        for (int x = 0; x < CANVAS.width() / 2; x++) {
            int weight = plan.weightAt(0, x, middle);
            narrowest += weight > 0 && weight < 256 ? 1 : 0;
        }
        // On the equator the seam at yaw -90 is crossed squarely: the ramp is as wide as the feather.
        assertThat(narrowest / CANVAS.width() * 360).isCloseTo(6, within(0.8));
        assertThat(plan.weightAt(0, CANVAS.width() / 4, middle)).isBetween(110, 146);
    }

    @Test
    void aHardCutHasNoRamp() {
        StitchPlan plan = plan(rig(512), 0);
        for (int y = 0; y < CANVAS.height(); y += 3) {
            for (int x = 0; x < CANVAS.width(); x++) {
                assertThat(plan.weightAt(0, x, y)).isIn(0, 256);
            }
        }
    }

    @Test
    void sixLensesShareTheSphereAndNoneShowsWhatItCannotSee() {
        Rig six = ReadyRigs.sixAround();
        Rig rig = new Rig(
                "six",
                six.lenses().stream()
                        .map(lens -> lens.scaledTo(
                                lens.lens().frame().width() / 4,
                                lens.lens().frame().height() / 4))
                        .toList());
        StitchPlan plan = plan(rig, FEATHER);
        double[] xy = new double[2];
        int shared = 0;
        for (int y = 0; y < CANVAS.height(); y += 3) {
            for (int x = 0; x < CANVAS.width(); x++) {
                int sum = 0;
                int showing = 0;
                for (int lens = 0; lens < 6; lens++) {
                    int weight = plan.weightAt(lens, x, y);
                    sum += weight;
                    showing += weight > 0 ? 1 : 0;
                    if (weight > 0) {
                        plan.sourceAt(lens, x, y, xy);
                        assertThat(rig.lenses().get(lens).lens().frame().depthInside(xy[0], xy[1]))
                                .isGreaterThan(StitchPlan.MARGIN_PX - 0.5);
                    }
                }
                assertThat(sum).isIn(0, 256);
                shared += showing > 1 ? 1 : 0;
            }
        }
        assertThat(shared).isGreaterThan(1000);
        for (int lens = 0; lens < 6; lens++) {
            // In the middle of its picture a lens stands alone.
            Direction axis = rig.lenses().get(lens).rigFromLens().apply(Direction.FORWARD);
            int x = (int) Math.min(CANVAS.width() - 1, CANVAS.xOf(axis));
            int y = (int) Math.min(CANVAS.height() - 1, CANVAS.yOf(axis));
            assertThat(plan.weightAt(lens, x, y)).isEqualTo(256);
        }
    }

    @Test
    void whatNoLensCoversIsBlack() {
        Rig front = new Rig("one", List.of(rig(512).lenses().get(0)));
        StitchPlan plan = plan(front, FEATHER);
        Frame frame = Frame.allocate(PixelFormat.YUV420_8, ColourTags.BT709_LIMITED, 512, 512);
        fill(frame.y(), 200);
        fill(frame.u(), 90);
        fill(frame.v(), 160);
        Frame canvas = canvas(PixelFormat.YUV420_8);
        new Stitcher(plan, Kernel.FINE)
                .stitch(List.of(frame), lights(1, PixelFormat.YUV420_8, LightGains.NONE), canvas);
        assertThat(canvas.y().get(0, 250)).isEqualTo(16);
        assertThat(canvas.u().get(0, 125)).isEqualTo(128);
        assertThat(canvas.y().get(500, 250)).isEqualTo(200);
        assertThat(canvas.v().get(250, 125)).isEqualTo(160);
    }

    /** Two lenses of 195 degrees share a ring of 15 degrees: there the one lens is shown, and black elsewhere. */
    @Test
    void oneSideOfASeamIsShownWhereBothSee() {
        Rig rig = rig(512);
        List<Frame> frames = new ArrayList<>();
        for (int level : new int[] {90, 180}) {
            Frame frame = Frame.allocate(PixelFormat.YUV420_8, ColourTags.BT709_LIMITED, 512, 512);
            for (int y = 0; y < 512; y++) {
                for (int x = 0; x < 512; x++) {
                    frame.y().set(x, y, level);
                }
            }
            fill(frame.u(), 128);
            fill(frame.v(), 128);
            frames.add(frame);
        }
        Frame canvas = canvas(PixelFormat.YUV420_8);
        StitchSettings settings = new StitchSettings(CANVAS, rig, Rotation.IDENTITY, Double.POSITIVE_INFINITY, FEATHER);
        new Stitcher(StitchPlan.compile(settings.with(new Meeting.Side(1, 0))), Kernel.QUICK)
                .stitch(frames, lights(2, PixelFormat.YUV420_8, LightGains.NONE), canvas);
        int middle = CANVAS.height() / 2;
        int shown = 0;
        for (int x = 0; x < CANVAS.width(); x++) {
            assertThat(canvas.y().get(x, middle)).isIn(16, 180);
            shown += canvas.y().get(x, middle) == 180 ? 1 : 0;
        }
        // Each lens keeps a margin at its rim.
        double margin = StitchPlan.MARGIN_PX * 97.5 / 256;
        assertThat(shown * 360.0 / CANVAS.width())
                .as("degrees of both seams on the equator")
                .isCloseTo(30 - 4 * margin, within(1.5));
        assertThat(canvas.y().get(CANVAS.width() / 4, middle)).isEqualTo(180);
        assertThat(canvas.y().get(CANVAS.width() / 2, middle)).isEqualTo(16);
    }

    @Test
    void everyPixelOfAFlatSceneIsFlatAcrossSeamsAndPoles() {
        Rig rig = rig(256);
        List<Frame> frames = new ArrayList<>();
        for (int i = 0; i < 2; i++) {
            Frame frame = Frame.allocate(PixelFormat.YUV420_8, ColourTags.BT709_LIMITED, 256, 256);
            fill(frame.y(), 143);
            fill(frame.u(), 101);
            fill(frame.v(), 155);
            frames.add(frame);
        }
        for (Kernel kernel : Kernel.values()) {
            Frame canvas = canvas(PixelFormat.YUV420_8);
            new Stitcher(plan(rig, FEATHER), kernel)
                    .stitch(frames, lights(2, PixelFormat.YUV420_8, LightGains.NONE), canvas);
            for (int y = 0; y < CANVAS.height(); y++) {
                for (int x = 0; x < CANVAS.width(); x++) {
                    assertThat(canvas.y().get(x, y)).isEqualTo(143);
                }
            }
        }
    }

    @Test
    void whatLensesLoseTowardsTheirRimsIsGivenBackEverywhere() {
        Vignetting vignetting = new Vignetting(0.4, 0.7, 0);
        Rig rig = rig(512);
        List<Frame> frames = new ArrayList<>();
        for (int i = 0; i < 2; i++) {
            LensFrame lens = rig.lenses().get(i).lens().frame();
            Frame frame = Frame.allocate(PixelFormat.YUV420_10, ColourTags.BT709_LIMITED, 512, 512);
            for (int y = 0; y < 512; y++) {
                for (int x = 0; x < 512; x++) {
                    double lost = Math.pow(2, -vignetting.stopsAt(lens.fieldShare(x + 0.5, y + 0.5)));
                    double signal = Transfer.BT709.toSignal(0.3 * lost);
                    frame.y().set(x, y, (int) Math.round(64 + 876 * signal));
                }
            }
            fill(frame.u(), 512);
            fill(frame.v(), 512);
            frames.add(frame);
        }
        LensLight light = new LightFormat(
                        PixelFormat.YUV420_10,
                        ColourTags.BT709_LIMITED,
                        PixelFormat.YUV420_10,
                        ColourTags.BT709_LIMITED,
                        Sampler.FRACTION_BITS)
                .light(LightGains.NONE, vignetting, 0, Shoulder.NONE);
        Frame canvas = canvas(PixelFormat.YUV420_10);
        new Stitcher(plan(rig, FEATHER), Kernel.FINE).stitch(frames, List.of(light, light), canvas);
        double wanted = 64 + 876 * Transfer.BT709.toSignal(0.3);
        // A 2 x 2 block is lifted as one, which at the rim of so small a lens is 1.5 codes off at its corners; levels
        // are rounded (0.3 codes), as
        // are the frames before they are lifted (0.7) and the canvas (0.5).
        for (int y = 0; y < CANVAS.height(); y++) {
            for (int x = 0; x < CANVAS.width(); x++) {
                assertThat((double) canvas.y().get(x, y)).isCloseTo(wanted, within(3.0));
            }
        }
        assertThat(canvas.u().get(300, 200)).isEqualTo(512);
    }

    /** Sides that no cell ends at: nothing that cells left before may be taken for what lies beyond them. */
    @Test
    void aCanvasOfAnySizeIsPaintedToItsSides() throws Exception {
        Rig rig = rig(256);
        List<LensLight> lights =
                lights(2, PixelFormat.YUV420_8, LightGains.ofStops(0.3, 0.4, 0, -0.4), Vignetting.NONE);
        Canvas odd = new Canvas(324, 182, new CentralProjection(CentralProjection.Law.FLAT, Math.toRadians(60)));
        StitchPlan plan =
                StitchPlan.compile(new StitchSettings(odd, rig, Rotation.IDENTITY, Double.POSITIVE_INFINITY, FEATHER));
        Frame canvas = Frame.allocate(PixelFormat.YUV420_8, ColourTags.BT709_LIMITED, odd.width(), odd.height());
        for (int seed = 0; seed < 3; seed++) {
            new Stitcher(plan, Kernel.QUICK).stitch(noise(rig, PixelFormat.YUV420_8, seed, 0), lights, canvas);
        }
        assertThat(canvas.y().get(323, 181)).isPositive();
    }

    @Test
    void refusesFramesOfAnotherSize() {
        Rig rig = rig(256);
        List<LensLight> lights = lights(2, PixelFormat.YUV420_8, LightGains.NONE);
        Stitcher stitcher = new Stitcher(plan(rig, FEATHER), Kernel.QUICK);
        Frame wrong = Frame.allocate(PixelFormat.YUV420_8, ColourTags.BT709_LIMITED, 128, 128);
        assertThatThrownBy(() -> stitcher.stitch(List.of(wrong, wrong), lights, canvas(PixelFormat.YUV420_8)))
                .hasMessageContaining("is described for 256 x 256, its frame is 128 x 128");
    }

    private static Rig rig(int size) {
        Rig ready = ReadyRigs.twoBackToBack();
        return new Rig(
                "test",
                ready.lenses().stream().map(lens -> lens.scaledTo(size, size)).toList());
    }

    private static StitchPlan plan(Rig rig, double feather) {
        return StitchPlan.compile(
                new StitchSettings(CANVAS, rig, Rotation.IDENTITY, Double.POSITIVE_INFINITY, feather));
    }

    private static List<LensLight> lights(int count, PixelFormat format, LightGains gains) {
        return lights(count, format, gains, Vignetting.NONE);
    }

    private static List<LensLight> lights(int count, PixelFormat format, LightGains gains, Vignetting vignetting) {
        LensLight light = new LightFormat(
                        format, ColourTags.BT709_LIMITED, format, ColourTags.BT709_LIMITED, Sampler.FRACTION_BITS)
                .light(gains, vignetting, 0, Shoulder.NONE);
        return java.util.Collections.nCopies(count, light);
    }

    private static Frame canvas(PixelFormat format) {
        return Frame.allocate(format, ColourTags.BT709_LIMITED, CANVAS.width(), CANVAS.height());
    }

    private static List<Frame> noise(Rig rig, PixelFormat format) {
        return noise(rig, format, 3, 0);
    }

    /** @param pad samples behind each row of luma */
    private static List<Frame> noise(Rig rig, PixelFormat format, int seed, int pad) {
        Random random = new Random(seed);
        List<Frame> frames = new ArrayList<>();
        for (var lens : rig.lenses()) {
            int width = lens.lens().frame().width();
            int height = lens.lens().frame().height();
            Frame padded = Frame.allocate(format, ColourTags.BT709_LIMITED, width + pad, height);
            Frame frame = new Frame(
                    format,
                    ColourTags.BT709_LIMITED,
                    padded.y().sub(0, 0, width, height),
                    padded.u().sub(0, 0, width / 2, height / 2),
                    padded.v().sub(0, 0, width / 2, height / 2));
            for (Plane plane : List.of(frame.y(), frame.u(), frame.v())) {
                for (int y = 0; y < plane.height(); y++) {
                    for (int x = 0; x < plane.width(); x++) {
                        plane.set(x, y, random.nextInt(format.maxValue() + 1));
                    }
                }
            }
            frames.add(frame);
        }
        return frames;
    }
}
