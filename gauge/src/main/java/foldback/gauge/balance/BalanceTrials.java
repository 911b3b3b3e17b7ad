package foldback.gauge.balance;

import foldback.core.recipe.ClipRef;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.light.Balance;
import foldback.core.recipe.light.Highlights;
import foldback.core.run.Run;
import foldback.core.time.FrameRate;
import foldback.engine.balance.BalanceMeter;
import foldback.gauge.Figure;
import foldback.sim.film.Sensor;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.function.Consumer;
import java.util.function.ToDoubleFunction;
import java.util.stream.IntStream;

/** Lenses evened out on eighty simulated takes of 2 to 8 lenses, a knot a second and more where exposure changes fast. */
public final class BalanceTrials {
    private static final int TAKES = 80;
    private static final long SEED = 3;
    private static final int CHANNELS = 3;
    private static final int SHARES = 20;
    private static final int MOMENTS = 9;
    private static final FrameRate RATE = new FrameRate(25, 1);
    /** Rendered frame by frame, that takes longest, is every fifth take. */
    private static final int RENDERED = 5;

    private BalanceTrials() {}

    /**
     * What became of one take.
     *
     * @param exposure root of the mean square over lenses and moments of what their exposures are off after the best common shift, stops
     * @param white the same of the ratios of red and of blue to green, percent
     * @param vignetting root of the mean square over the field of what is given back wrongly, stops
     */
    private record Outcome(double exposure, double white, double vignetting) {}

    public static List<Figure> measure(Consumer<String> news) throws InterruptedException {
        ExecutorService executor = Executors.newSingleThreadExecutor();
        try {
            return measure(news, executor);
        } finally {
            executor.shutdownNow();
        }
    }

    private static List<Figure> measure(Consumer<String> news, ExecutorService executor) throws InterruptedException {
        List<Outcome> outcomes = new ArrayList<>();
        List<Rendered> rendered = new ArrayList<>();
        for (int n = 0; n < TAKES; n++) {
            BalanceScene scene = BalanceScene.make(n, SEED);
            Recipe recipe = evened(scene);
            Outcome outcome = compared(scene, recipe.balance());
            outcomes.add(outcome);
            news.accept(said(n, scene, recipe.balance(), outcome));
            // Counts of lenses go round in fives: the next one up each time, so that all have their turn.
            if (n % RENDERED == n / RENDERED % RENDERED) {
                rendered.add(Rendered.of(scene, recipe, executor));
                news.accept("   " + rendered.get(rendered.size() - 1));
            }
        }
        return List.of(
                figure("exposure, median", outcomes, Outcome::exposure, 0.5, "stops", 0.03),
                figure("exposure, 95%", outcomes, Outcome::exposure, 0.95, "stops", 0.08),
                figure("white balance, median", outcomes, Outcome::white, 0.5, "%", 1),
                figure("white balance, 95%", outcomes, Outcome::white, 0.95, "%", 1),
                figure("vignetting, median", outcomes, Outcome::vignetting, 0.5, "stops", 0.06),
                figure("vignetting, 95%", outcomes, Outcome::vignetting, 0.95, "stops", 0.06),
                most("flicker, worst take", rendered, Rendered::flicker, "codes", 0.3),
                most("pixels newly at full scale, worst take", rendered, Rendered::newlyFull, "%", 0.05));
    }

    private static <T> Figure figure(
            String what, List<T> outcomes, ToDoubleFunction<T> of, double share, String unit, double bar) {
        return new Figure("balance: " + what, Figure.percentile(outcomes, of, share), unit, Figure.Bar.AT_MOST, bar);
    }

    private static Figure most(
            String what, List<Rendered> outcomes, ToDoubleFunction<Rendered> of, String unit, double bar) {
        return figure(what, outcomes, of, 1, unit, bar);
    }

    private static Recipe evened(BalanceScene scene) {
        List<ClipRef> clips = IntStream.range(0, scene.rig().lenses().size())
                .mapToObj(i -> {
                    String slot = scene.rig().lenses().get(i).slot();
                    return new ClipRef(
                            slot, slot + ".mp4", Integer.toHexString(i).repeat(64), 0);
                })
                .toList();
        Recipe recipe = Recipe.start(RATE, clips, scene.rig(), "simulated")
                .with(Balance.SECTION, Balance.NONE.withHighlights(Highlights.SHOULDER));
        return recipe.with(Balance.SECTION, BalanceMeter.even(recipe, scene.span(), scene, Run.QUIET));
    }

    private static String said(int n, BalanceScene scene, Balance balance, Outcome outcome) {
        return String.format(
                Locale.ROOT,
                "%d: %d lenses, noise %.1f, seams %.3f to %.3f stops, %d keys, %s; exposure off %.4f stops, white %.2f %%,"
                        + " vignetting %.3f stops of %.2f (power %.1f)",
                n,
                scene.rig().lenses().size(),
                scene.first().get(0).noise(),
                balance.measure().orElseThrow().beforeStops(),
                balance.measure().orElseThrow().residualStops(),
                balance.lenses().stream()
                        .mapToInt(lens -> lens.measured().keys().size())
                        .sum(),
                balance.measure().orElseThrow().verdict().word(),
                outcome.exposure(),
                outcome.white(),
                outcome.vignetting(),
                scene.first().get(0).vignetteStops(),
                scene.first().get(0).vignettePower());
    }

    private static Outcome compared(BalanceScene scene, Balance balance) {
        int lenses = scene.rig().lenses().size();
        double exposure = 0;
        double white = 0;
        for (int t = 0; t < MOMENTS; t++) {
            double at = scene.span().from() + scene.span().seconds() * (t + 0.5) / MOMENTS;
            List<Sensor> sensors = scene.sensors(at);
            double[] off = new double[lenses];
            double[] red = new double[lenses];
            double[] blue = new double[lenses];
            for (int i = 0; i < lenses; i++) {
                double[] stops = balance.of(scene.rig().lenses().get(i).slot())
                        .measured()
                        .at(at)
                        .channels();
                Sensor sensor = sensors.get(i);
                double tint = (sensor.redStops() + sensor.blueStops()) / CHANNELS;
                off[i] = (stops[0] + stops[1] + stops[2]) / CHANNELS + sensor.exposureStops() + tint;
                red[i] = stops[0] - stops[1] + sensor.redStops();
                blue[i] = stops[2] - stops[1] + sensor.blueStops();
            }
            exposure += spread(off) / MOMENTS;
            white += (spread(red) + spread(blue)) / 2 / MOMENTS;
        }
        return new Outcome(
                Math.sqrt(exposure),
                100 * (Math.pow(2, Math.sqrt(white)) - 1),
                vignettingOff(scene.first().get(0), balance));
    }

    /** The mean square about the mean. */
    private static double spread(double[] values) {
        double mean = 0;
        double square = 0;
        for (double value : values) {
            mean += value / values.length;
            square += value * value / values.length;
        }
        return Math.max(0, square - mean * mean);
    }

    private static double vignettingOff(Sensor sensor, Balance balance) {
        double square = 0;
        for (int k = 0; k < SHARES; k++) {
            double share = (k + 0.5) / SHARES;
            double truth = sensor.vignetteStops() * Math.pow(share, sensor.vignettePower());
            double off = balance.vignetting().stopsAt(share) - truth;
            square += off * off / SHARES;
        }
        return Math.sqrt(square);
    }
}
