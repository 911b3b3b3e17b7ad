package foldback.gauge;

import foldback.core.balance.LightSolution;
import foldback.core.balance.LightSolver;
import foldback.core.lens.Lens;
import foldback.core.measure.WsPsnr;
import foldback.core.overlap.PatchPair;
import foldback.core.overlap.PatchSites;
import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.run.Run;
import foldback.core.space.Rotation;
import foldback.core.stitch.Stitcher;
import foldback.core.stitch.plan.StitchPlan;
import foldback.core.stitch.plan.StitchSettings;
import foldback.core.tone.LensLight;
import foldback.core.tone.LightFormat;
import foldback.core.warp.Canvas;
import foldback.core.warp.Kernel;
import foldback.core.warp.LensView;
import foldback.core.warp.Sampler;
import foldback.gauge.balance.BalanceTrials;
import foldback.gauge.depth.DepthTrials;
import foldback.gauge.rig.PairTrials;
import foldback.gauge.rig.RigTrials;
import foldback.gauge.seam.SeamTrials;
import foldback.gauge.steady.LevelTrials;
import foldback.gauge.steady.SteadyTrials;
import foldback.gauge.steady.TravelTrials;
import foldback.gauge.sync.MotionTrials;
import foldback.gauge.sync.SyncTrials;
import foldback.sim.film.DemoRigs;
import foldback.sim.film.Sensor;
import foldback.sim.film.Studio;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;

/** Figures against truth. */
@Command(
        name = "measure",
        mixinStandardHelpOptions = true,
        description = "Measures the figures against truth and their bars; exits 1 if one is missed.")
final class MeasureCommand implements Callable<Integer> {
    private static final Canvas CANVAS = new Canvas(1920, 960);
    private static final int LENS_SIZE = 1024;
    private static final double TIME = 1.0;
    private static final long SEED = 7;
    private static final double FEATHER = Math.toRadians(4);
    private static final PixelFormat FORMAT = PixelFormat.YUV420_8;
    private static final List<String> SUBJECTS =
            List.of("all", "stitch", "sync", "motion", "rig", "pairs", "balance", "level", "steady", "seams", "depth");
    private final List<Figure> figures = new ArrayList<>();

    @Parameters(
            arity = "0..1",
            defaultValue = "all",
            paramLabel = "SUBJECT",
            description =
                    "all, stitch, sync, motion, rig, pairs, balance, level, steady, seams or depth; default: ${DEFAULT-VALUE}")
    private String subject;

    @Override
    public Integer call() throws IOException, InterruptedException {
        if (!SUBJECTS.contains(subject)) {
            throw new IllegalArgumentException("There is no measure '" + subject + "'; see --help.");
        }
        boolean all = subject.equals("all");
        if (all || subject.equals("stitch")) {
            stitch();
        }
        if (all || subject.equals("sync")) {
            SyncTrials.measure(System.err::println).forEach(this::say);
        }
        if (all || subject.equals("motion")) {
            MotionTrials.measure(System.err::println).forEach(this::say);
        }
        if (all || subject.equals("rig")) {
            RigTrials.measure(System.err::println).forEach(this::say);
        }
        if (all || subject.equals("pairs")) {
            PairTrials.measure(System.err::println).forEach(this::say);
        }
        if (all || subject.equals("balance")) {
            BalanceTrials.measure(System.err::println).forEach(this::say);
        }
        if (all || subject.equals("level")) {
            LevelTrials.measure().forEach(this::say);
        }
        if (all || subject.equals("seams")) {
            SeamTrials.measure(System.err::println).forEach(this::say);
        }
        if (all || subject.equals("depth")) {
            DepthTrials.measure(System.err::println).forEach(this::say);
        }
        if (all || subject.equals("steady")) {
            SteadyTrials.measure(System.err::println).forEach(this::say);
            TravelTrials.measure(System.err::println).forEach(this::say);
        }
        return figures.stream().allMatch(Figure::holds) ? 0 : 1;
    }

    private void stitch() {
        Rig full = DemoRigs.sluicePath();
        Rig rig = scaled(DemoRigs.withoutParallax(full), LENS_SIZE);
        fidelity(rig);
        circle(rig);
        for (int width : new int[] {3840, 1920, 1280}) {
            coordinates(full, new Canvas(width, width / 2));
        }
        balance(scaled(full, LENS_SIZE));
    }

    private void say(Figure figure) {
        figures.add(figure);
        System.out.println(figure.line());
    }

    private static Rig scaled(Rig rig, int size) {
        return new Rig(
                rig.name(),
                rig.lenses().stream().map(lens -> lens.scaledTo(size, size)).toList());
    }

    private static StitchPlan plan(Rig rig, Canvas canvas) {
        return StitchPlan.compile(
                new StitchSettings(canvas, rig, Rotation.IDENTITY, Double.POSITIVE_INFINITY, FEATHER));
    }

    private static Frame stitch(StitchPlan plan, List<Frame> frames, Kernel kernel) {
        LensLight light = new LightFormat(
                        FORMAT, ColourTags.BT709_LIMITED, FORMAT, ColourTags.BT709_LIMITED, Sampler.FRACTION_BITS)
                .plain();
        Frame canvas = Frame.allocate(
                FORMAT,
                ColourTags.BT709_LIMITED,
                plan.canvas().width(),
                plan.canvas().height());
        new Stitcher(plan, kernel).stitch(frames, List.of(light, light), canvas);
        return canvas;
    }

    private void fidelity(Rig rig) {
        Studio studio = new Studio();
        List<Frame> frames = studio.shoot(rig, List.of(Sensor.IDEAL, Sensor.IDEAL), TIME, FORMAT, SEED);
        Frame truth = studio.sphere(CANVAS.width(), TIME, FORMAT, SEED);
        StitchPlan plan = plan(rig, CANVAS);
        Frame reference = Frame.allocate(FORMAT, ColourTags.BT709_LIMITED, CANVAS.width(), CANVAS.height());
        ReferenceStitch.luma(plan, frames, reference);
        double best = WsPsnr.of(reference.y(), truth.y(), 255);
        double fine = WsPsnr.of(stitch(plan, frames, Kernel.FINE).y(), truth.y(), 255);
        double quick = WsPsnr.of(stitch(plan, frames, Kernel.QUICK).y(), truth.y(), 255);
        System.out.printf(
                "WS-PSNR to the true sphere: reference %.3f dB, fine %.3f dB, quick %.3f dB%n", best, fine, quick);
        say(new Figure("fine kernel behind the reference stitch", best - fine, "dB", Figure.Bar.AT_MOST, 0.1));
        say(new Figure("quick kernel behind the reference stitch", best - quick, "dB", Figure.Bar.AT_MOST, 1.0));
    }

    /** Inside the circles all is one grey, outside all is white: nothing but the grey may come out. */
    private void circle(Rig rig) {
        List<Frame> frames = new ArrayList<>();
        for (RigLens lens : rig.lenses()) {
            Frame frame = Frame.allocate(FORMAT, ColourTags.BT709_LIMITED, LENS_SIZE, LENS_SIZE);
            for (int y = 0; y < LENS_SIZE; y++) {
                for (int x = 0; x < LENS_SIZE; x++) {
                    boolean inside = lens.lens().frame().depthInside(x + 0.5, y + 0.5) > 0;
                    frame.y().set(x, y, inside ? 90 : 255);
                    // A chroma sample belongs to two pixels a row; inside only where all of its block is.
                    boolean block = lens.lens().frame().depthInside((x | 1) + 0.5, (y | 1) + 0.5) > 1.5;
                    frame.u().set(x / 2, y / 2, block ? 110 : 255);
                    frame.v().set(x / 2, y / 2, block ? 150 : 255);
                }
            }
            frames.add(frame);
        }
        StitchPlan plan = plan(rig, CANVAS);
        int wrong = 0;
        for (Kernel kernel : Kernel.values()) {
            Frame canvas = stitch(plan, frames, kernel);
            for (int y = 0; y < canvas.height(); y++) {
                for (int x = 0; x < canvas.width(); x++) {
                    boolean clean = canvas.y().get(x, y) == 90
                            && canvas.u().get(x / 2, y / 2) == 110
                            && canvas.v().get(x / 2, y / 2) == 150;
                    wrong += clean ? 0 : 1;
                }
            }
        }
        say(new Figure("pixels touched from outside an image circle", wrong, "pixels", Figure.Bar.AT_MOST, 0));
    }

    private void coordinates(Rig rig, Canvas canvas) {
        double ratio = rig.lenses().get(0).lens().focalPx() * 2 * Math.PI / canvas.width();
        Rig used = ratio > 1.5 ? scaled(rig, rig.lenses().get(0).lens().frame().width() / 2) : rig;
        StitchPlan plan = plan(used, canvas);
        double worst = 0;
        double[] xy = new double[2];
        for (int i = 0; i < used.lenses().size(); i++) {
            Lens lens = used.lenses().get(i).lens();
            LensView view = new LensView(used.lenses().get(i), Rotation.IDENTITY, Double.POSITIVE_INFINITY);
            for (int y = 0; y < canvas.height(); y += 3) {
                for (int x = 0; x < canvas.width(); x += 3) {
                    if (plan.weightAt(i, x, y) == 0) {
                        continue;
                    }
                    double[] exact = view.project(canvas, x + 0.5, y + 0.5);
                    plan.sourceAt(i, x, y, xy);
                    if (lens.frame().depthInside(exact[0], exact[1]) > 0) {
                        worst = Math.max(worst, Math.hypot(exact[0] - xy[0], exact[1] - xy[1]));
                    }
                }
            }
        }
        say(new Figure(
                "worst coordinate at " + canvas.width() + " x " + canvas.height(),
                worst,
                "px",
                Figure.Bar.AT_MOST,
                0.03));
    }

    private void balance(Rig rig) {
        Sensor dark = new Sensor(-0.42, 0.11, -0.14, 0.35, 1.1, 0);
        List<Frame> frames =
                new Studio().shoot(rig, List.of(new Sensor(0, 0, 0, 0.35, 1.1, 0), dark), TIME, FORMAT, SEED);
        List<PatchPair> pairs =
                PatchSites.of(rig, Double.POSITIVE_INFINITY).look(frames, 0).pairs();
        LightSolution found = LightSolver.solve(new int[2], new double[1], pairs, Run.QUIET);
        double[] truth = {
            -(dark.exposureStops() + dark.redStops()), -dark.exposureStops(), -(dark.exposureStops() + dark.blueStops())
        };
        double worst = 0;
        for (int c = 0; c < 3; c++) {
            worst = Math.max(worst, Math.abs(found.stops()[0][1][c] - found.stops()[0][0][c] - truth[c]));
        }
        say(new Figure("evened gains off the true ones, worst channel", worst, "stops", Figure.Bar.AT_MOST, 0.05));
    }
}
