package foldback.core.stitch;

import static foldback.core.stitch.Planes.difference;
import static foldback.core.stitch.Planes.fill;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.rig.ReadyRigs;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.run.Threads;
import foldback.core.space.Direction;
import foldback.core.space.Position;
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
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class MovingStitcherTest {
    private static final ExecutorService EXECUTOR = Executors.newFixedThreadPool(3);
    private static final Threads THREADS = new Threads(EXECUTOR, 2);
    private static final Canvas CANVAS = new Canvas(800, 400);
    private static final double FEATHER = Math.toRadians(6);
    private static final Rotation LEVEL = Rotation.ofYawPitchRoll(0.3, 0.1, -0.2);
    /** Fast: half a turn a second, and swaying over both poles. */
    private static final RotationPath WALK = seconds ->
            Rotation.ofYawPitchRoll(3 * seconds, 1.5 * StrictMath.sin(2 * seconds), StrictMath.sin(3 * seconds));

    @AfterAll
    static void end() {
        EXECUTOR.shutdownNow();
    }

    /** Held against the scene itself: each pixel of the lenses' pictures was where the rig pointed when its row was read. */
    @ParameterizedTest
    @CsvSource({"QUICK, 0, 0.2", "FINE, 0, 1.1", "QUICK, 0.03, 0.5", "FINE, 0.03, 0.9", "FINE, 0.03, 2.3"})
    void theSceneStandsStillHoweverTheRigTurns(Kernel kernel, double readOut, double seconds) throws Exception {
        Rig rig = rig(384);
        RigMotion motion = new RigMotion(WALK, List.of(readOut, readOut));
        Frame canvas = canvas();
        new MovingStitcher(settings(rig, LEVEL, FEATHER), motion, kernel, THREADS)
                .stitch(seconds, filmed(rig, motion, seconds), lights(2, Vignetting.NONE), canvas, THREADS);
        double worst = 0;
        for (int y = 0; y < CANVAS.height(); y++) {
            for (int x = 0; x < CANVAS.width(); x++) {
                Direction seen = LEVEL.apply(CANVAS.directionAt(x + 0.5, y + 0.5));
                worst = Math.max(worst, Math.abs(canvas.y().get(x, y) - scene(seen)));
                // Chroma sits at the left, between two rows.
                Direction left = LEVEL.apply(CANVAS.directionAt(x / 2 * 2 + 0.5, y / 2 * 2 + 1));
                worst = Math.max(worst, Math.abs(canvas.u().get(x / 2, y / 2) - scene(left)));
            }
        }
        // Of 1024: a rounded frame comes out of the fine kernel with up to 0.8 codes, the canvas is rounded, and places
        // to a
        // 64th of a pixel, from which the next one is up to 6 codes away.
        assertThat(worst).isLessThan(2.2);
    }

    @Test
    void aRigThatStandsIsStitchedAsByTheOther() throws Exception {
        Rig rig = rig(256);
        RigMotion still = new RigMotion(RotationPath.STILL, List.of(0.0, 0.0));
        List<Frame> frames = filmed(rig, still, 0);
        List<LensLight> lights = lights(2, new Vignetting(0.4, 0.7, 0));
        StitchSettings settings = settings(rig, LEVEL, FEATHER);
        Frame wanted = canvas();
        Frame found = canvas();
        new Stitcher(StitchPlan.compile(settings), Kernel.FINE).stitch(frames, lights, wanted);
        new MovingStitcher(settings, still, Kernel.FINE, THREADS).stitch(0, frames, lights, found, THREADS);
        // Weights are those of the nearest pixel, in steps of 1/254: up to one of 256 codes.
        assertThat(difference(wanted.y(), found.y())).isLessThanOrEqualTo(4);
        assertThat(difference(wanted.u(), found.u())).isLessThanOrEqualTo(4);
    }

    @ParameterizedTest
    @ValueSource(doubles = {0, 6, 15})
    void aFlatSceneIsFlatAcrossSeamsAndPoles(double feather) throws Exception {
        Rig rig = rig(256);
        List<Frame> frames = List.of(flat(571), flat(571));
        RigMotion motion = new RigMotion(WALK, List.of(0.02, 0.01));
        MovingStitcher stitcher =
                new MovingStitcher(settings(rig, LEVEL, Math.toRadians(feather)), motion, Kernel.FINE, THREADS);
        for (double seconds : new double[] {0, 0.4, 0.77}) {
            Frame canvas = canvas();
            stitcher.stitch(seconds, frames, lights(2, Vignetting.NONE), canvas, THREADS);
            for (int y = 0; y < CANVAS.height(); y++) {
                for (int x = 0; x < CANVAS.width(); x++) {
                    assertThat(canvas.y().get(x, y)).isEqualTo(571);
                }
            }
        }
    }

    @Test
    void anyNumberOfThreadsGivesTheSameBits() throws Exception {
        Rig rig = rig(256);
        RigMotion motion = new RigMotion(WALK, List.of(0.02, 0.0));
        List<Frame> frames = filmed(rig, motion, 0.3);
        List<Frame> canvases = new ArrayList<>();
        for (int count : new int[] {1, 3}) {
            Threads threads = new Threads(EXECUTOR, count);
            Frame canvas = canvas();
            new MovingStitcher(settings(rig, LEVEL, FEATHER), motion, Kernel.QUICK, threads)
                    .stitch(0.3, frames, lights(2, Vignetting.NONE), canvas, threads);
            canvases.add(canvas);
        }
        assertThat(difference(canvases.get(0).y(), canvases.get(1).y())).isZero();
        assertThat(difference(canvases.get(0).v(), canvases.get(1).v())).isZero();
    }

    @Test
    void whatNoLensSeesIsBlackAndTurnsWithTheRig() throws Exception {
        Rig rig = new Rig("one", List.of(rig(256).lenses().get(0)));
        RigMotion motion = new RigMotion(seconds -> Rotation.ofYawPitchRoll(seconds, 0, 0), List.of(0.0));
        MovingStitcher stitcher =
                new MovingStitcher(settings(rig, Rotation.IDENTITY, FEATHER), motion, Kernel.QUICK, THREADS);
        for (int seconds = 0; seconds < 3; seconds++) {
            Frame canvas = canvas();
            stitcher.stitch(seconds, List.of(flat(800)), lights(1, Vignetting.NONE), canvas, THREADS);
            int ahead = (int) (CANVAS.width() * (0.5 + seconds / (2 * Math.PI)));
            assertThat(canvas.y().get(ahead % CANVAS.width(), 200)).isEqualTo(800);
            assertThat(canvas.y().get((ahead + CANVAS.width() / 2) % CANVAS.width(), 200))
                    .isEqualTo(64);
        }
    }

    @Test
    void motionsOfOtherRigsAreRefused() {
        RigMotion motion = new RigMotion(WALK, List.of(0.02));
        assertThatThrownBy(() -> new MovingStitcher(settings(rig(256), LEVEL, FEATHER), motion, Kernel.QUICK, THREADS))
                .hasMessage("as many read-outs as lenses are needed: 1 for 2");
        assertThatThrownBy(() -> new RigMotion(WALK, List.of(0.02, 2.0)))
                .hasMessage("a read-out takes 0 to 1.0 seconds: 2.0");
    }

    /** A scene that is smooth all round, 10 bits. */
    private static double scene(Direction seen) {
        return 512 + 130 * Math.sin(3 * seen.x() + 1) + 110 * Math.cos(4 * seen.y() - 2 * seen.z());
    }

    private static List<Frame> filmed(Rig rig, RigMotion motion, double seconds) {
        List<Frame> frames = new ArrayList<>();
        for (int lens = 0; lens < rig.lenses().size(); lens++) {
            RigLens filming = rig.lenses().get(lens);
            int size = filming.lens().frame().width();
            Frame frame = flat(512, size);
            for (int y = 0; y < size; y++) {
                double read = seconds + motion.readOutSeconds().get(lens) * (y + 0.5) / size;
                Rotation worldFromLens = motion.worldFromRig().at(read).times(filming.rigFromLens());
                for (int x = 0; x < size; x++) {
                    if (filming.lens().frame().depthInside(x + 0.5, y + 0.5) > -2) {
                        Direction seen = worldFromLens.apply(filming.lens().unproject(x + 0.5, y + 0.5));
                        frame.y().set(x, y, (int) Math.round(scene(seen)));
                    }
                    boolean first = x % 2 == 0 && y % 2 == 0;
                    if (first && filming.lens().frame().depthInside(x + 0.5, y + 1) > -4) {
                        double between = seconds + motion.readOutSeconds().get(lens) * (y + 1) / size;
                        Direction seen = motion.worldFromRig()
                                .at(between)
                                .times(filming.rigFromLens())
                                .apply(filming.lens().unproject(x + 0.5, y + 1));
                        frame.u().set(x / 2, y / 2, (int) Math.round(scene(seen)));
                    }
                }
            }
            frames.add(frame);
        }
        return frames;
    }

    private static Frame flat(int level) {
        return flat(level, 256);
    }

    private static Frame flat(int level, int size) {
        Frame frame = Frame.allocate(PixelFormat.YUV420_10, ColourTags.BT709_LIMITED.sitedLeft(), size, size);
        fill(frame.y(), level);
        fill(frame.u(), 512);
        fill(frame.v(), 512);
        return frame;
    }

    /** With lenses apart, as they are. */
    private static Rig rig(int size) {
        Rig ready = ReadyRigs.twoBackToBack();
        return new Rig(
                "test",
                ready.lenses().stream()
                        .map(lens -> lens.scaledTo(size, size))
                        .map(lens -> new RigLens(
                                lens.slot(),
                                lens.lens(),
                                lens.rigFromLens(),
                                new Position(0, 0, lens.slot().equals("A") ? 0.02 : -0.02)))
                        .toList());
    }

    private static StitchSettings settings(Rig rig, Rotation worldFromCanvas, double feather) {
        return new StitchSettings(CANVAS, rig, worldFromCanvas, Double.POSITIVE_INFINITY, feather);
    }

    private static List<LensLight> lights(int count, Vignetting vignetting) {
        LensLight light = new LightFormat(
                        PixelFormat.YUV420_10,
                        ColourTags.BT709_LIMITED,
                        PixelFormat.YUV420_10,
                        ColourTags.BT709_LIMITED,
                        Sampler.FRACTION_BITS)
                .light(LightGains.NONE, vignetting, 0, Shoulder.NONE);
        return Collections.nCopies(count, light);
    }

    private static Frame canvas() {
        return Frame.allocate(PixelFormat.YUV420_10, ColourTags.BT709_LIMITED, CANVAS.width(), CANVAS.height());
    }
}
