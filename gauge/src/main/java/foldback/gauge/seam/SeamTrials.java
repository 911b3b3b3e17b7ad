package foldback.gauge.seam;

import foldback.core.match.view.Picture;
import foldback.core.measure.WsSsim;
import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.picture.Plane;
import foldback.core.run.Threads;
import foldback.core.seam.SeamFlow;
import foldback.core.seam.SeamMatcher;
import foldback.core.seam.SeamMoves;
import foldback.core.seam.SeamSettings;
import foldback.core.seam.SeamShift;
import foldback.core.seam.SeamStrip;
import foldback.core.seam.guard.GuardedSeams;
import foldback.core.seam.route.RoutedSeams;
import foldback.core.seam.route.SeamRoute;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import foldback.core.stitch.MovingStitcher;
import foldback.core.stitch.plan.MovableWeights;
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
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.function.Consumer;
import java.util.stream.Stream;

/** Seams by feather, by a path of their own, by flow, and by what flow would be if depth were known, held against the true sphere within ten degrees of the seam. */
public final class SeamTrials {
    private static final double APART = 0.06;
    private static final double BAND = Math.toRadians(10);
    private static final double FEATHER = Math.toRadians(4);
    private static final double FAR = Double.POSITIVE_INFINITY;
    private static final int MOST = 255;

    private final Consumer<String> news;
    private final Threads threads;

    private SeamTrials(Consumer<String> news, Threads threads) {
        this.news = news;
        this.threads = threads;
    }

    /** How near a stitch came to the truth in the band. */
    private record Near(double ssim, double psnr) {}

    /** @param left of the true parallax across a straight seam, what a path still runs through */
    private record Outcome(Near feather, Near path, Near flow, Near truth, double left, double seconds) {
        double gained() {
            return flow.ssim - feather.ssim;
        }

        double lost() {
            return feather.psnr - flow.psnr;
        }
    }

    public static List<Figure> measure(Consumer<String> news) throws InterruptedException {
        int count = Runtime.getRuntime().availableProcessors();
        ExecutorService executor = Executors.newFixedThreadPool(count);
        try {
            return new SeamTrials(news, new Threads(executor, count)).all();
        } finally {
            executor.shutdownNow();
        }
    }

    private List<Figure> all() throws InterruptedException {
        List<Outcome> near = new ArrayList<>();
        List<Outcome> none = new ArrayList<>();
        for (int n = 0; n < SeamScene.count(); n++) {
            near.add(trial(n, APART));
            none.add(trial(n, 0));
        }
        double gained = near.stream().mapToDouble(Outcome::gained).sum();
        double could = near.stream()
                .mapToDouble(each -> each.truth.ssim - each.feather.ssim)
                .sum();
        double worst = Math.max(
                near.stream().mapToDouble(Outcome::lost).max().orElseThrow(),
                none.stream().mapToDouble(Outcome::lost).max().orElseThrow());
        return List.of(
                new Figure(
                        "seams: of what true depth gains over feather, flow gains",
                        gained / could,
                        "share",
                        Figure.Bar.AT_LEAST,
                        0.75),
                new Figure(
                        "seams: WS-SSIM that flow gains over feather, mean",
                        gained / near.size(),
                        "",
                        Figure.Bar.AT_LEAST,
                        0),
                new Figure(
                        "seams: WS-PSNR that flow loses against feather, worst", worst, "dB", Figure.Bar.AT_MOST, 0.2),
                new Figure(
                        "seams: of the true parallax across a straight seam, a path runs through, median",
                        Figure.percentile(near, Outcome::left, 0.5),
                        "share",
                        Figure.Bar.AT_MOST,
                        1),
                new Figure(
                        "seams: WS-PSNR that a path loses against feather, worst",
                        Stream.concat(near.stream(), none.stream())
                                .mapToDouble(each -> each.feather.psnr - each.path.psnr)
                                .max()
                                .orElseThrow(),
                        "dB",
                        Figure.Bar.AT_MOST,
                        0.2),
                new Figure(
                        "seams: measuring a field of two lenses",
                        Figure.percentile(near, Outcome::seconds, 0.5),
                        "s",
                        Figure.Bar.AT_MOST,
                        0.2));
    }

    private Outcome trial(int n, double apart) throws InterruptedException {
        SeamScene scene = SeamScene.make(n, apart);
        List<SeamStrip> strips = SeamStrip.of(scene.known(), FAR, SeamSettings.DEFAULT);
        SeamStrip strip = strips.get(0);
        SeamMatcher matcher = new SeamMatcher(scene.known(), strip, FAR, SeamSettings.DEFAULT);
        List<Picture> pictures =
                scene.frames().stream().map(frame -> Picture.of(frame.y(), 8)).toList();
        SeamFlow flow = matcher.measure(pictures.get(0), pictures.get(1));
        long begin = System.nanoTime();
        matcher.measure(pictures.get(0), pictures.get(1));
        double seconds = 1e-9 * (System.nanoTime() - begin);
        boolean[] band = band(strip);
        Near feather = near(scene, band, ShiftPath.NONE, SeamMoves.NONE);
        float[] way = SeamRoute.of(strip, flow, FEATHER);
        Near byPath = near(scene, band, ShiftPath.NONE, routed(scene, strips, way));
        Near byFlow = near(scene, band, path(scene, strips, flow), SeamMoves.NONE);
        SeamFlow known = TrueFlow.of(scene, strip);
        Near byTruth = near(scene, band, path(scene, strips, known), SeamMoves.NONE);
        double left = parallax(strip, known, way) / parallax(strip, known, new float[way.length]);
        news.accept(String.format(
                Locale.ROOT,
                "seams %d, pupils %.0f mm apart: WS-SSIM feather %.4f path %.4f flow %.4f truth %.4f; WS-PSNR %.2f %.2f %.2f %.2f dB; the path runs through %.2f of the parallax; %.2f s",
                n,
                1000 * apart,
                feather.ssim,
                byPath.ssim,
                byFlow.ssim,
                byTruth.ssim,
                feather.psnr,
                byPath.psnr,
                byFlow.psnr,
                byTruth.psnr,
                left,
                seconds));
        return new Outcome(feather, byPath, byFlow, byTruth, left, seconds);
    }

    /** How far apart both lenses truly show the same over a ramp along a way, root mean square. */
    private static double parallax(SeamStrip strip, SeamFlow truth, float[] way) {
        double step = strip.stepRad() * SeamStrip.MULTIPLE;
        int half = (int) Math.round(FEATHER / 2 / step);
        double squares = 0;
        int count = 0;
        for (int column = 0; column < way.length; column++) {
            int middle = (int) Math.round(way[column] / step + (truth.rows() - 1) / 2.0);
            for (int row = Math.max(0, middle - half); row <= Math.min(truth.rows() - 1, middle + half); row++) {
                squares += Math.pow(truth.across()[row * truth.columns() + column], 2);
                count++;
            }
        }
        return Math.sqrt(squares / count);
    }

    private static SeamMoves routed(SeamScene scene, List<SeamStrip> strips, float[] way) {
        return new RoutedSeams(GuardedSeams.stripsOf(scene.known(), FAR), strips, seconds -> List.of(way), FEATHER);
    }

    private static ShiftPath path(SeamScene scene, List<SeamStrip> strips, SeamFlow flow) {
        List<RayShift> shifts = SeamShift.of(scene.known(), strips, List.of(flow));
        return seconds -> shifts;
    }

    private static boolean[] band(SeamStrip strip) {
        int width = SeamScene.WIDTH;
        boolean[] band = new boolean[width * width / 2];
        for (int i = 0; i < band.length; i++) {
            double yaw = ((i % width + 0.5) / width - 0.5) * 2 * Math.PI;
            double pitch = (0.5 - (i / width + 0.5) / (width / 2.0)) * Math.PI;
            Direction local = strip.rigFromStrip().inverse().apply(Direction.ofYawPitch(yaw, pitch));
            band[i] = Math.abs(local.pitch()) < BAND;
        }
        return band;
    }

    private Near near(SeamScene scene, boolean[] band, ShiftPath path, SeamMoves moves) throws InterruptedException {
        int width = SeamScene.WIDTH;
        Canvas canvas = new Canvas(width, width / 2);
        StitchSettings settings = new StitchSettings(canvas, scene.known(), Rotation.IDENTITY, FAR, FEATHER);
        Frame out = Frame.allocate(PixelFormat.YUV420_8, ColourTags.BT709_LIMITED, width, width / 2);
        MovingPlan usual =
                MovingPlan.compile(settings, CanvasPath.still(settings.canvas()), RigMotion.still(2), path, threads);
        MovingPlan plan = moves == SeamMoves.NONE
                ? usual
                : usual.with(moves, MovableWeights.of(settings, moves.strips(), threads));
        new MovingStitcher(plan, Kernel.FINE)
                .stitch(0, scene.frames(), Collections.nCopies(2, NoiseFrames.FORMAT.plain()), out, threads);
        Plane wanted = scene.truth().y();
        return new Near(WsSsim.of(out.y(), wanted, MOST, (x, y) -> band[y * width + x]), psnr(out.y(), wanted, band));
    }

    private static double psnr(Plane found, Plane wanted, boolean[] band) {
        int width = SeamScene.WIDTH;
        double error = 0;
        double weights = 0;
        for (int i = 0; i < band.length; i++) {
            if (band[i]) {
                int y = i / width;
                double weight = Math.cos((y + 0.5 - width / 4.0) * Math.PI / (width / 2.0));
                double difference = found.get(i % width, y) - wanted.get(i % width, y);
                error += weight * difference * difference;
                weights += weight;
            }
        }
        return 10 * Math.log10(MOST * (double) MOST * weights / error);
    }
}
