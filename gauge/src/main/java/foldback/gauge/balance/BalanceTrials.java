package foldback.gauge.balance;

import foldback.core.balance.LightSolution;
import foldback.core.balance.LightSolver;
import foldback.core.balance.PatchPair;
import foldback.core.balance.PatchSites;
import foldback.core.picture.Frame;
import foldback.core.run.Run;
import foldback.gauge.Figure;
import foldback.sim.film.Sensor;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.CompletableFuture;
import java.util.function.Consumer;
import java.util.function.ToDoubleFunction;

/** Lenses evened out on eighty simulated takes of 2 to 8 lenses, a knot a second. */
public final class BalanceTrials {
    private static final int TAKES = 80;
    private static final long SEED = 3;
    private static final int CHANNELS = 3;
    private static final int SHARES = 20;

    private BalanceTrials() {}

    /**
     * What became of one take.
     *
     * @param exposure root of the mean square over lenses and knots of what their exposures are off after the best common shift, stops
     * @param white the same of the ratios of red and of blue to green, percent
     * @param falloff root of the mean square over the field of what is given back wrongly, stops
     */
    record Outcome(double exposure, double white, double falloff) {}

    public static List<Figure> measure(Consumer<String> news) {
        List<Outcome> outcomes = new ArrayList<>();
        CompletableFuture<List<List<Frame>>> next = filmed(0);
        for (int n = 0; n < TAKES; n++) {
            List<List<Frame>> frames = next.join();
            next = n + 1 < TAKES ? filmed(n + 1) : null;
            outcomes.add(trial(n, BalanceScene.make(n, SEED), frames, news));
        }
        return List.of(
                figure("exposure, median", outcomes, Outcome::exposure, 0.5, "stops", 0.03),
                figure("exposure, 95%", outcomes, Outcome::exposure, 0.95, "stops", 0.08),
                figure("white balance, median", outcomes, Outcome::white, 0.5, "%", 1),
                figure("falloff, median", outcomes, Outcome::falloff, 0.5, "stops", 0.06));
    }

    private static Figure figure(
            String what, List<Outcome> outcomes, ToDoubleFunction<Outcome> of, double share, String unit, double bar) {
        double[] sorted = outcomes.stream().mapToDouble(of).sorted().toArray();
        double value = sorted[(int) Math.ceil(share * sorted.length) - 1];
        return new Figure("balance: " + what, value, unit, Figure.Bar.AT_MOST, bar);
    }

    private static CompletableFuture<List<List<Frame>>> filmed(int n) {
        return CompletableFuture.supplyAsync(() -> BalanceScene.make(n, SEED).shoot());
    }

    static Outcome trial(int n, BalanceScene scene, List<List<Frame>> frames, Consumer<String> news) {
        PatchSites sites = PatchSites.of(scene.rig(), Double.POSITIVE_INFINITY);
        List<PatchPair> pairs = new ArrayList<>();
        for (int t = 0; t < frames.size(); t++) {
            pairs.addAll(sites.look(frames.get(t), t).pairs());
        }
        int lenses = scene.rig().lenses().size();
        LightSolution found = LightSolver.solve(lenses, scene.times(), pairs, Run.QUIET);
        Outcome outcome = compared(scene, found);
        news.accept(String.format(
                Locale.ROOT,
                "%d: %d lenses, noise %.1f, %d pairs, seams %.3f to %.3f stops; exposure off %.4f stops, white %.2f %%, falloff %.3f stops"
                        + " of %.2f (power %.1f)",
                n,
                lenses,
                scene.first().get(0).noise(),
                pairs.size(),
                found.before().stops(),
                found.after().stops(),
                outcome.exposure(),
                outcome.white(),
                outcome.falloff(),
                scene.first().get(0).vignetteStops(),
                scene.first().get(0).vignettePower()));
        return outcome;
    }

    private static Outcome compared(BalanceScene scene, LightSolution found) {
        int lenses = scene.rig().lenses().size();
        double exposure = 0;
        double white = 0;
        int knots = scene.times().length;
        for (int t = 0; t < knots; t++) {
            List<Sensor> sensors = scene.sensors(t);
            double[] off = new double[lenses];
            double[] red = new double[lenses];
            double[] blue = new double[lenses];
            for (int i = 0; i < lenses; i++) {
                double[] stops = found.stops()[t][i];
                Sensor sensor = sensors.get(i);
                double tint = (sensor.redStops() + sensor.blueStops()) / CHANNELS;
                off[i] = (stops[0] + stops[1] + stops[2]) / CHANNELS + sensor.exposureStops() + tint;
                red[i] = stops[0] - stops[1] + sensor.redStops();
                blue[i] = stops[2] - stops[1] + sensor.blueStops();
            }
            exposure += spread(off) / knots;
            white += (spread(red) + spread(blue)) / 2 / knots;
        }
        return new Outcome(
                Math.sqrt(exposure),
                100 * (Math.pow(2, Math.sqrt(white)) - 1),
                falloffOff(scene.first().get(0), found));
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

    private static double falloffOff(Sensor sensor, LightSolution found) {
        double square = 0;
        for (int k = 0; k < SHARES; k++) {
            double share = (k + 0.5) / SHARES;
            double truth = sensor.vignetteStops() * Math.pow(share, sensor.vignettePower());
            double off = found.falloff().stopsAt(share) - truth;
            square += off * off / SHARES;
        }
        return Math.sqrt(square);
    }
}
