package foldback.core.stitch;

import static foldback.core.stitch.Planes.fill;
import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.rig.ReadyRigs;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.run.Threads;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import foldback.core.space.RotationPath;
import foldback.core.stitch.plan.RigMotion;
import foldback.core.stitch.plan.StitchPlan;
import foldback.core.stitch.plan.StitchSettings;
import foldback.core.tone.LensLight;
import foldback.core.tone.LightFormat;
import foldback.core.tone.LightGains;
import foldback.core.tone.Shoulder;
import foldback.core.tone.Vignetting;
import foldback.core.warp.Canvas;
import foldback.core.warp.Kernel;
import foldback.core.warp.Sampler;
import foldback.core.warp.projection.CentralProjection;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** A planet: it shrinks the lenses four times as much in its middle as at its rim. Held against the scene, averaged in each pixel. */
class ShrunkStitchTest {
    private static final int SIZE = 768;
    private static final int LEVELS = 4;
    private static final Canvas PLANET =
            new Canvas(192, 192, new CentralProjection(CentralProjection.Law.STEREOGRAPHIC, Math.toRadians(290)));
    /** The seam goes through the middle. */
    private static final Rotation DOWN = Rotation.ofYawPitchRoll(0.4, -Math.PI / 2, 0);

    private static final Rig RIG = new Rig(
            "test",
            ReadyRigs.twoBackToBack().lenses().stream()
                    .map(lens -> lens.scaledTo(SIZE, SIZE))
                    .toList());
    private static final ExecutorService EXECUTOR = Executors.newFixedThreadPool(2);
    private static final Threads THREADS = new Threads(EXECUTOR, 2);
    private static List<Frame> frames;
    private static double[] truth;

    @BeforeAll
    static void film() {
        frames = RIG.lenses().stream().map(ShrunkStitchTest::filmed).toList();
        truth = new double[PLANET.width() * PLANET.height()];
        for (int i = 0; i < truth.length; i++) {
            truth[i] = averaged(8, i % PLANET.width(), i / PLANET.width(), (x, y) -> {
                double[] ray = new double[3];
                PLANET.projection().ray(x, y, PLANET.width(), PLANET.height(), ray);
                return scene(DOWN.apply(new Direction(ray[0], ray[1], ray[2])));
            });
        }
    }

    @AfterAll
    static void end() {
        EXECUTOR.shutdownNow();
    }

    /** Slats that the lenses see, and the middle of the planet cannot show. */
    private static double scene(Direction seen) {
        return 512 + 200 * Math.sin(90 * seen.x()) * Math.cos(90 * seen.z()) + 80 * Math.sin(5 * seen.y());
    }

    private interface Shown {
        double at(double x, double y);
    }

    private static double averaged(int each, int x, int y, Shown shown) {
        double sum = 0;
        for (int k = 0; k < each * each; k++) {
            sum += shown.at(x + (k % each + 0.5) / each, y + (k / each + 0.5) / each);
        }
        return sum / (each * each);
    }

    private static Frame filmed(RigLens lens) {
        Frame frame = Frame.allocate(PixelFormat.YUV420_10, ColourTags.BT709_LIMITED.sitedLeft(), SIZE, SIZE);
        fill(frame.u(), 512);
        fill(frame.v(), 512);
        for (int y = 0; y < SIZE; y++) {
            for (int x = 0; x < SIZE; x++) {
                if (lens.lens().frame().depthInside(x + 0.5, y + 0.5) > 0) {
                    double seen = averaged(
                            2,
                            x,
                            y,
                            (u, v) -> scene(lens.rigFromLens().apply(lens.lens().unproject(u, v))));
                    frame.y().set(x, y, (int) Math.round(seen));
                }
            }
        }
        return frame;
    }

    private static StitchSettings settings(int levels) {
        return new StitchSettings(PLANET, RIG, DOWN, Double.POSITIVE_INFINITY, Math.toRadians(3)).withLevels(levels);
    }

    private static double psnr(Frame found) {
        double squares = 0;
        for (int i = 0; i < truth.length; i++) {
            double off = found.y().get(i % PLANET.width(), i / PLANET.width()) - truth[i];
            squares += off * off;
        }
        return 20 * Math.log10(1023 / Math.sqrt(squares / truth.length));
    }

    private static Frame still(int levels, Kernel kernel, List<Frame> of) {
        Frame found = canvas();
        new Stitcher(StitchPlan.compile(settings(levels)), kernel).stitch(of, lights(), found);
        return found;
    }

    private static Frame moving(int levels, Kernel kernel) throws InterruptedException {
        Frame found = canvas();
        new MovingStitcher(settings(levels), new RigMotion(RotationPath.STILL, List.of(0.0, 0.0)), kernel, THREADS)
                .stitch(0, frames, lights(), found, THREADS);
        return found;
    }

    @ParameterizedTest
    @EnumSource(Kernel.class)
    void nothingAliasesWhereTheCanvasShrinksTheLenses(Kernel kernel) throws Exception {
        double own = psnr(still(1, kernel, frames));
        double levelled = psnr(still(LEVELS, kernel, frames));
        assertThat(levelled).isGreaterThan(own + 4.5).isGreaterThan(38);
        assertThat(psnr(moving(LEVELS, kernel))).isGreaterThan(levelled - 0.3);
    }

    @Test
    void aFlatSceneIsFlatFromLevelToLevel() {
        List<Frame> flat = new ArrayList<>();
        for (int lens = 0; lens < 2; lens++) {
            Frame frame = Frame.allocate(PixelFormat.YUV420_10, ColourTags.BT709_LIMITED.sitedLeft(), SIZE, SIZE);
            fill(frame.y(), 571);
            fill(frame.u(), 600);
            fill(frame.v(), 400);
            flat.add(frame);
        }
        Frame found = still(LEVELS, Kernel.FINE, flat);
        for (int y = 0; y < PLANET.height(); y++) {
            for (int x = 0; x < PLANET.width(); x++) {
                assertThat(found.y().get(x, y)).isEqualTo(571);
                assertThat(found.u().get(x / 2, y / 2)).isEqualTo(600);
            }
        }
    }

    @Test
    void weightsAreTheSameWhateverTheLevel() {
        StitchPlan one = StitchPlan.compile(settings(1));
        StitchPlan several = StitchPlan.compile(settings(LEVELS));
        for (int i = 0; i < truth.length; i++) {
            int x = i % PLANET.width();
            int y = i / PLANET.width();
            assertThat(several.weightAt(0, x, y)).isEqualTo(one.weightAt(0, x, y));
        }
    }

    private static List<LensLight> lights() {
        LensLight light = new LightFormat(
                        PixelFormat.YUV420_10,
                        ColourTags.BT709_LIMITED,
                        PixelFormat.YUV420_10,
                        ColourTags.BT709_LIMITED,
                        Sampler.FRACTION_BITS)
                .light(LightGains.NONE, Vignetting.NONE, 0, Shoulder.NONE);
        return Collections.nCopies(2, light);
    }

    private static Frame canvas() {
        return Frame.allocate(PixelFormat.YUV420_10, ColourTags.BT709_LIMITED, PLANET.width(), PLANET.height());
    }
}
