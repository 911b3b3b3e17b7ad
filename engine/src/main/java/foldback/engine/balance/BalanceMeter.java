package foldback.engine.balance;

import foldback.core.balance.BalanceFinder;
import foldback.core.balance.BalanceResult;
import foldback.core.balance.BalanceSettings;
import foldback.core.balance.BalanceTask;
import foldback.core.balance.KnotPictures;
import foldback.core.keys.Key;
import foldback.core.keys.KeyThinner;
import foldback.core.keys.Track;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.light.Balance;
import foldback.core.recipe.light.BalanceMeasure;
import foldback.core.recipe.light.LensBalance;
import foldback.core.recipe.light.Stops;
import foldback.core.run.Run;
import foldback.core.time.TimeSpan;
import foldback.core.tone.Vignetting;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Evens out a take's lenses and writes what was found into its balance. */
public final class BalanceMeter {
    /** A key that lies that near to its neighbours' course says nothing, stops. */
    private static final double THIN = 0.004;

    private BalanceMeter() {}

    /**
     * Measures the balance of a take; what was set by hand is kept.
     *
     * @param span of the take in which all lenses that are on have frames
     * @param pictures of those lenses
     * @throws IllegalArgumentException where there is but one
     */
    public static Balance even(Recipe whole, TimeSpan span, KnotPictures pictures, Run run) {
        Recipe recipe = whole.showing();
        Balance before = whole.balance();
        List<String> slots = recipe.rig().slots();
        BalanceTask task = new BalanceTask(
                recipe.rig(),
                recipe.seams().meetingMetres(),
                before.curve(),
                span,
                1 / recipe.rate().perSecond(),
                before.reference().map(slots::indexOf).filter(lens -> lens >= 0));
        BalanceResult found = BalanceFinder.find(task, pictures, BalanceSettings.defaults(), run);
        boolean nothing = found.isEmpty();
        BalanceMeasure measure = new BalanceMeasure(
                BalanceResult.ALGORITHM,
                found.judgement().verdict(),
                found.judgement().reasons(),
                nothing ? 0 : found.beforeStops(),
                nothing ? 0 : found.afterStops(),
                found.pairs());
        return new Balance(
                Optional.of(measure),
                before.curve(),
                nothing || found.mixedKinds()
                        ? Vignetting.NONE
                        : found.vignettings().get(0),
                nothing ? before.lenses() : lenses(slots, found, before),
                before.whole(),
                before.reference(),
                before.highlights(),
                found.overStops(),
                before.transform(),
                before.noise());
    }

    private static List<LensBalance> lenses(List<String> slots, BalanceResult found, Balance before) {
        List<LensBalance> lenses = new ArrayList<>();
        for (int i = 0; i < slots.size(); i++) {
            List<Key<Stops>> keys = new ArrayList<>();
            for (int t = 0; t < found.times().length; t++) {
                keys.add(new Key<>(found.times()[t], Stops.ofChannels(found.stops()[t][i])));
            }
            lenses.add(new LensBalance(
                    slots.get(i),
                    KeyThinner.thin(new Track<>(keys), THIN),
                    before.of(slots.get(i)).trim(),
                    found.mixedKinds() ? Optional.of(found.vignettings().get(i)) : Optional.empty()));
        }
        // Lenses that are off keep what they have.
        before.lenses().stream().filter(lens -> !slots.contains(lens.slot())).forEach(lenses::add);
        return lenses;
    }
}
