package foldback.engine.preview;

import foldback.core.balance.BalanceResult;
import foldback.core.balance.BalanceSettings;
import foldback.core.balance.LensEvener;
import foldback.core.balance.PatchPair;
import foldback.core.recipe.Balance;
import foldback.core.recipe.BalanceMeasure;
import foldback.core.recipe.LensBalance;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.Stops;
import foldback.core.run.Evidence;
import foldback.core.time.TimeSpan;
import foldback.core.tone.LightGains;
import foldback.engine.take.Take;
import java.util.ArrayList;
import java.util.List;

/** Measures exposure and colour between the lenses of a take at some moments, and evens them out. */
public final class BalanceMeter {
    /** Raised whenever the same footage would give other gains. */
    public static final int ALGORITHM = 1;

    private static final int MOMENTS = 4;

    private BalanceMeter() {}

    /** The evened balance of a take, trims kept, and what the evidence says. */
    public record Evened(Balance balance, Evidence evidence) {}

    public static Evened even(Previewer previewer, Recipe whole, Take all) {
        Recipe recipe = whole.showing();
        Take take = all.showing(whole);
        TimeSpan span = take.commonSpan();
        List<PatchPair> pairs = new ArrayList<>();
        for (int i = 0; i < MOMENTS; i++) {
            pairs.addAll(previewer.patches(recipe, take, span.from() + span.seconds() * (i + 0.5) / MOMENTS));
        }
        int lenses = recipe.rig().lenses().size();
        BalanceResult result = LensEvener.even(lenses, pairs, BalanceSettings.defaults());
        List<LensBalance> balanced = new ArrayList<>();
        for (int i = 0; i < lenses; i++) {
            String slot = recipe.rig().lenses().get(i).slot();
            double[] stops = result.stops()[i];
            double exposure = (stops[0] + stops[1] + stops[2]) / 3;
            Stops measured = new Stops(exposure, stops[0] - exposure, stops[1] - exposure, stops[2] - exposure);
            balanced.add(
                    new LensBalance(slot, measured, recipe.balance().of(slot).trim()));
        }
        whole.geometry().off().forEach(slot -> balanced.add(whole.balance().of(slot)));
        BalanceMeasure measure =
                new BalanceMeasure(ALGORITHM, result.beforeStops(), result.residualStops(), result.patches());
        return new Evened(new Balance(java.util.Optional.of(measure), balanced), result.evidence());
    }

    /** What is left between the lenses at a moment with the recipe's gains: mean absolute difference, stops; NaN for no data. */
    public static double residual(Previewer previewer, Recipe whole, Take all, double seconds) {
        Recipe recipe = whole.showing();
        Take take = all.showing(whole);
        List<PatchPair> pairs = previewer.patches(recipe, take, seconds);
        LightGains[] gains = recipe.rig().lenses().stream()
                .map(lens -> recipe.balance().of(lens.slot()))
                .map(balance -> balance.measured().gainsWith(balance.trim()))
                .toArray(LightGains[]::new);
        double sum = 0;
        for (PatchPair pair : pairs) {
            LightGains a = gains[pair.first()];
            LightGains b = gains[pair.second()];
            sum += difference(pair.firstLight()[0] * a.red(), pair.secondLight()[0] * b.red());
            sum += difference(pair.firstLight()[1] * a.green(), pair.secondLight()[1] * b.green());
            sum += difference(pair.firstLight()[2] * a.blue(), pair.secondLight()[2] * b.blue());
        }
        return pairs.isEmpty() ? Double.NaN : sum / (3 * pairs.size());
    }

    private static double difference(double a, double b) {
        return Math.abs(StrictMath.log(a / b) / StrictMath.log(2));
    }
}
