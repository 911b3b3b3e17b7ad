package foldback.engine.balance;

import foldback.core.recipe.Recipe;
import foldback.core.recipe.geometry.Geometry;
import foldback.core.recipe.light.Balance;
import foldback.core.run.Run;
import foldback.engine.preview.Previewer;
import foldback.engine.stage.StageJob;
import foldback.engine.stage.StageResult;
import foldback.engine.stage.StageTools;
import foldback.engine.take.Take;
import java.util.Set;

/** Measures by how much the lenses differ, and evens them out. */
final class EvenLenses implements StageJob<BalanceOrder> {
    private static final Set<String> DEPENDS =
            Set.of(StageResult.CLIPS, Geometry.SECTION.name(), Balance.SECTION.name());

    @Override
    public String name() {
        return "even";
    }

    @Override
    public Class<BalanceOrder> order() {
        return BalanceOrder.class;
    }

    @Override
    public void check(Recipe recipe, BalanceOrder order) {
        if (order.on(recipe).showing().clips().size() < 2) {
            throw new IllegalArgumentException("One lens differs from no other: there is nothing to even out.");
        }
    }

    @Override
    public StageResult run(Recipe recipe, Take take, BalanceOrder order, StageTools tools, Run run) {
        Recipe wished = order.on(recipe);
        Take shown = take.showing(wished);
        Balance evened = BalanceMeter.even(
                wished, shown.commonSpan(), tools.get(Previewer.class).knotFrames(shown), run);
        return new StageResult(
                "Even exposure and colour",
                DEPENDS,
                Set.of(Balance.SECTION.name()),
                recipe.with(Balance.SECTION, evened));
    }
}
