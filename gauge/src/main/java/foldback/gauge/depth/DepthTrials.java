package foldback.gauge.depth;

import foldback.core.depth.DepthField;
import foldback.core.depth.DepthSettings;
import foldback.core.depth.DepthShift;
import foldback.core.depth.EyeMatcher;
import foldback.core.match.Moment;
import foldback.core.match.view.Picture;
import foldback.core.measure.WsSsim;
import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.recipe.geometry.Geometry;
import foldback.core.rig.Eye;
import foldback.core.rig.EyePair;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.run.Run;
import foldback.core.run.Threads;
import foldback.core.run.Verdict;
import foldback.core.seam.SeamStrip;
import foldback.core.solve.RigFinder;
import foldback.core.solve.adjust.SolveSettings;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import foldback.core.stitch.MovingStitcher;
import foldback.core.stitch.plan.MovingPlan;
import foldback.core.stitch.plan.RigMotion;
import foldback.core.stitch.plan.StitchSettings;
import foldback.core.warp.Canvas;
import foldback.core.warp.CanvasPath;
import foldback.core.warp.Kernel;
import foldback.core.warp.RayShift;
import foldback.core.warp.ShiftPath;
import foldback.gauge.Figure;
import foldback.gauge.NoiseFrames;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.function.Consumer;

/** Pairs of eyes: aligned by one solve, their disparities against the true depth, and new views against films with pupils that far apart. */
public final class DepthTrials {
    private static final int COUNT = 40;
    private static final int WIDTH = 2048;
    private static final double FAR = Double.POSITIVE_INFINITY;
    private static final double[] TIMES = {0.6, 1.3};
    private static final int MOST = 255;
    /** New views are compared so far from what is ahead. */
    private static final double COMPARED = Math.toRadians(70);

    private static final double GRID = Math.toRadians(5);
    private static final double FARTHEST = Math.toRadians(85);
    /** A verdict that is sure while the eyes are so far apart in height is wrong. */
    private static final double FALSE_SURE = 0.15;

    private final Consumer<String> news;
    private final Threads threads;

    private DepthTrials(Consumer<String> news, Threads threads) {
        this.news = news;
        this.threads = threads;
    }

    /**
     * What came of a pair; angles in degrees, errors in pixels of 2048 for 180 degrees.
     *
     * @param gained WS-SSIM by new views over the eyes as they were filmed, at each of the times; empty where it was not looked at
     */
    private record Outcome(
            double mean,
            double most,
            boolean falseSure,
            double error,
            double errorMost,
            double told,
            List<Double> gained) {}

    public static List<Figure> measure(Consumer<String> news) throws InterruptedException {
        int count = Runtime.getRuntime().availableProcessors();
        ExecutorService executor = Executors.newFixedThreadPool(count);
        try {
            return new DepthTrials(news, new Threads(executor, count)).all();
        } finally {
            executor.shutdownNow();
        }
    }

    private List<Figure> all() throws InterruptedException {
        List<Outcome> all = new ArrayList<>();
        for (int n = 0; n < COUNT; n++) {
            all.add(trial(n));
        }
        List<Outcome> viewed =
                all.stream().filter(outcome -> !outcome.gained.isEmpty()).toList();
        List<Figure> figures = new ArrayList<>(List.of(
                figure("vertical mismatch of far points, mean, median pair", all, 0.5, Kind.MEAN, "deg", 0.02),
                figure("vertical mismatch of far points, 95%, median pair", all, 0.5, Kind.MOST, "deg", 0.05),
                figure("vertical mismatch of far points, mean, 95% of pairs", all, 0.95, Kind.MEAN, "deg", 0.05),
                figure("vertical mismatch of far points, 95%, 95% of pairs", all, 0.95, Kind.MOST, "deg", 0.12),
                new Figure(
                        "depth: false sure",
                        all.stream().filter(Outcome::falseSure).count(),
                        "pairs",
                        Figure.Bar.AT_MOST,
                        0),
                figure("disparity's error, median of a picture, median pair", all, 0.5, Kind.ERROR, "px", 1),
                figure("disparity's error, 90% of a picture, median pair", all, 0.5, Kind.ERROR_MOST, "px", 3)));
        for (int i = 0; i < TIMES.length; i++) {
            int at = i;
            figures.add(new Figure(
                    "depth: WS-SSIM that new views gain at " + TIMES[i] + " x, mean",
                    viewed.stream()
                            .mapToDouble(outcome -> outcome.gained.get(at))
                            .average()
                            .orElseThrow(),
                    "",
                    Figure.Bar.AT_LEAST,
                    0.04));
        }
        return figures;
    }

    private enum Kind {
        MEAN,
        MOST,
        ERROR,
        ERROR_MOST;

        double of(Outcome outcome) {
            return switch (this) {
                case MEAN -> outcome.mean;
                case MOST -> outcome.most;
                case ERROR -> outcome.error;
                case ERROR_MOST -> outcome.errorMost;
            };
        }
    }

    private static Figure figure(String name, List<Outcome> all, double share, Kind kind, String unit, double limit) {
        return new Figure("depth: " + name, Figure.percentile(all, kind::of, share), unit, Figure.Bar.AT_MOST, limit);
    }

    private Outcome trial(int n) throws InterruptedException {
        DepthScene scene = DepthScene.make(n);
        List<Frame> frames = scene.frames(1, scene.seconds());
        List<Moment> moments = List.of(moment(frames), moment(scene.frames(1, scene.seconds() + 2)));
        RigFinder.Found found = RigFinder.fromCard(scene.card(), moments, SolveSettings.defaults(), Run.QUIET);
        double[] vertical = vertical(scene.truth(), found.rig());
        double mean = Arrays.stream(vertical).average().orElseThrow();
        double most = vertical[(int) (0.95 * vertical.length)];
        DepthField field = field(found.rig(), frames);
        double[] errors = errors(field, scene.studio().depth(WIDTH, scene.seconds()));
        List<Double> gained = n < DepthScene.stands() ? gained(scene, frames) : List.of();
        news.accept(String.format(
                Locale.ROOT,
                "depth %d: %s, vertical mean %.4f 95%% %.4f deg; told %.2f, disparity off by %.2f and 90%% %.2f px; new views gain %s",
                n,
                found.judgement().verdict(),
                mean,
                most,
                field.toldShare(),
                errors[errors.length / 2],
                errors[(int) (0.9 * errors.length)],
                gained));
        return new Outcome(
                mean,
                most,
                found.judgement().verdict() == Verdict.SURE && most > FALSE_SURE,
                errors[errors.length / 2],
                errors[(int) (0.9 * errors.length)],
                field.toldShare(),
                gained);
    }

    private static Moment moment(List<Frame> frames) {
        return new Moment(frames.stream().map(Frame::y).toList(), 8);
    }

    /** How far apart in height the eyes of a solved rig see far things, degrees, in order of their size. */
    private static double[] vertical(Rig truth, Rig solved) {
        List<Double> found = new ArrayList<>();
        for (double a = -FARTHEST; a <= FARTHEST; a += GRID) {
            for (double b = -FARTHEST; b <= FARTHEST; b += GRID) {
                double angle = Math.hypot(a, b);
                if (angle <= FARTHEST) {
                    double about = Math.atan2(b, a);
                    Direction far = new Direction(
                            Math.sin(angle) * Math.cos(about), -Math.sin(angle) * Math.sin(about), Math.cos(angle));
                    Direction left = said(truth.lenses().get(0), solved.lenses().get(0), far);
                    Direction right =
                            said(truth.lenses().get(1), solved.lenses().get(1), far);
                    double apart = Math.atan2(right.y(), right.z()) - Math.atan2(left.y(), left.z());
                    found.add(Math.abs(Math.toDegrees(apart * Math.hypot(left.y(), left.z()))));
                }
            }
        }
        return found.stream().mapToDouble(each -> each).sorted().toArray();
    }

    /** Where a lens as it was solved says that it sees what it truly sees of a direction. */
    private static Direction said(RigLens truth, RigLens solved, Direction far) {
        Direction ray = truth.rigFromLens().inverse().apply(far);
        double[] xy = new double[2];
        truth.lens().project(new double[] {ray.x(), ray.y(), ray.z()}, xy, new double[1], 1);
        return solved.rigFromLens().apply(solved.lens().unproject(xy[0], xy[1]));
    }

    private static Rig eyes(Rig rig) {
        Geometry geometry = Geometry.of(rig, "solved");
        return new Rig(
                "eyes",
                List.of(
                        geometry.forEye(Eye.LEFT).rigOn().lenses().get(0),
                        geometry.forEye(Eye.RIGHT).rigOn().lenses().get(0)));
    }

    private static DepthField field(Rig rig, List<Frame> frames) {
        Rig eyes = eyes(rig);
        double baseline = EyePair.of(rig).orElseThrow().baseline();
        return new EyeMatcher(eyes.lenses().get(0), eyes.lenses().get(1), baseline, FAR, DepthSettings.DEFAULT)
                .measure(
                        Picture.of(frames.get(0).y(), 8),
                        Picture.of(frames.get(1).y(), 8));
    }

    /** By how much disparities differ from those of the true depth, pixels, in order of their size. */
    private static double[] errors(DepthField field, float[] depth) {
        List<Double> errors = new ArrayList<>();
        for (int row = 0; row < field.rows(); row++) {
            for (int column = 0; column < field.columns(); column++) {
                if (field.isTold(column, row)) {
                    Direction seen = field.direction(column, row);
                    int x = Math.floorMod((int) ((seen.yaw() / (2 * Math.PI) + 0.5) * WIDTH), WIDTH);
                    int y = Math.max(0, Math.min(WIDTH / 2 - 1, (int) ((0.5 - seen.pitch() / Math.PI) * WIDTH / 2)));
                    double metres = depth[y * WIDTH + x];
                    double away = metres * Math.hypot(seen.y(), seen.z());
                    double disparity = Math.atan2(metres * seen.x() + DepthScene.BASELINE / 2, away)
                            - Math.atan2(metres * seen.x() - DepthScene.BASELINE / 2, away);
                    errors.add(Math.abs(field.disparity(column, row) - disparity) * WIDTH / Math.PI);
                }
            }
        }
        return errors.stream().mapToDouble(each -> each).sorted().toArray();
    }

    /** With the lenses as they truly are, so that nothing but the views differs. */
    private List<Double> gained(DepthScene scene, List<Frame> frames) throws InterruptedException {
        Rig eyes = eyes(scene.truth());
        SeamStrip strip = SeamStrip.ofEyes(eyes, FAR, DepthSettings.DEFAULT.strip());
        DepthField field = field(scene.truth(), frames);
        List<Double> gained = new ArrayList<>();
        for (double times : TIMES) {
            List<Frame> wanted = scene.frames(times, scene.seconds());
            RayShift[] views = DepthShift.of(strip, field.flow(), filmed -> times * filmed);
            double sum = 0;
            for (int eye = 0; eye < 2; eye++) {
                RayShift view = views[eye];
                Frame truth = seen(eyes.lenses().get(eye), wanted.get(eye), ShiftPath.NONE);
                Frame made = seen(eyes.lenses().get(eye), frames.get(eye), seconds -> List.of(view));
                Frame filmed = seen(eyes.lenses().get(eye), frames.get(eye), ShiftPath.NONE);
                sum += (near(made, truth) - near(filmed, truth)) / 2;
            }
            gained.add(sum);
        }
        return gained;
    }

    private static double near(Frame found, Frame wanted) {
        double least = Math.cos(COMPARED);
        Canvas canvas = new Canvas(WIDTH, WIDTH / 2);
        return WsSsim.of(
                found.y(),
                wanted.y(),
                MOST,
                (x, y) -> canvas.directionAt(x + 0.5, y + 0.5).z() > least);
    }

    private Frame seen(RigLens lens, Frame picture, ShiftPath path) throws InterruptedException {
        Canvas canvas = new Canvas(WIDTH, WIDTH / 2);
        StitchSettings settings = new StitchSettings(canvas, new Rig("eye", List.of(lens)), Rotation.IDENTITY, FAR, 0);
        Frame out = Frame.allocate(PixelFormat.YUV420_8, ColourTags.BT709_LIMITED, WIDTH, WIDTH / 2);
        MovingPlan plan = MovingPlan.compile(settings, CanvasPath.still(canvas), RigMotion.still(1), path, threads);
        new MovingStitcher(plan, Kernel.FINE)
                .stitch(0, List.of(picture), List.of(NoiseFrames.FORMAT.plain()), out, threads);
        return out;
    }
}
