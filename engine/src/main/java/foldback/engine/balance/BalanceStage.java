package foldback.engine.balance;

import foldback.core.recipe.Recipe;
import foldback.core.recipe.light.Balance;
import foldback.core.run.Evidence;
import foldback.core.run.Verdict;
import foldback.engine.document.BalanceJson;
import foldback.engine.document.SectionForm;
import foldback.engine.stage.Stage;
import foldback.engine.stage.StageJob;
import foldback.engine.stage.StageLane;
import foldback.engine.stage.StageView;
import foldback.engine.take.Take;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** Exposure and colour of the lenses, so that they are one picture. */
public final class BalanceStage implements Stage {

    @Override
    public String title() {
        return "Balance";
    }

    @Override
    public Optional<SectionForm<?>> form() {
        return Optional.of(BalanceJson.FORM);
    }

    @Override
    public List<StageJob<?>> jobs() {
        return List.of(new EvenLenses());
    }

    @Override
    public Optional<StageLane> lane() {
        return Optional.of(new BalanceOverTime());
    }

    /** What the footage is, and how it is looked at, is not what this stage does. */
    @Override
    public Optional<Recipe> without(Recipe recipe) {
        Balance balance = recipe.balance();
        return Optional.of(recipe.with(
                Balance.SECTION, Balance.NONE.withCurve(balance.curve()).withTransform(balance.transform())));
    }

    /** What was measured on one take is no evidence for another. */
    @Override
    public Recipe give(Recipe from, Recipe to, Take take) {
        return to.with(Balance.SECTION, from.balance().unmeasured());
    }

    @Override
    public Evidence evidence(StageView view) {
        Recipe recipe = view.recipe();
        if (recipe.showing().clips().size() == 1) {
            return new Evidence(Verdict.NOT_NEEDED, "One lens differs from no other.", "one lens");
        }
        Evidence without = recipe.balance().lenses().isEmpty()
                ? new Evidence(Verdict.UNSETTLED, "The lenses were not evened yet.", "not evened")
                : new Evidence(Verdict.CHECK, "Not measured on this take.", "not measured");
        return recipe.balance()
                .measure()
                .map(measure -> new Evidence(
                        measure.verdict(),
                        measure.reason(),
                        String.format(Locale.ROOT, "%.2f stops left", measure.residualStops())))
                .orElse(without);
    }
}
