package foldback.engine.seam;

import foldback.core.recipe.Recipe;
import foldback.core.recipe.SeamMeasure;
import foldback.core.recipe.Seams;
import foldback.core.recipe.geometry.Geometry;
import foldback.core.run.Run;
import foldback.core.time.TimeSpan;
import foldback.engine.stage.RangeOrder;
import foldback.engine.stage.StageJob;
import foldback.engine.stage.StageResult;
import foldback.engine.stage.StageTools;
import foldback.engine.take.Take;
import java.util.Comparator;
import java.util.List;
import java.util.Set;

/** Measures the flow of a take, or of a part of it, so that looking and rendering need not. */
final class MeasureFlow implements StageJob<RangeOrder> {
    /** Its own section, too: what was set meanwhile is not to be overwritten. */
    private static final Set<String> DEPENDS = Set.of(StageResult.CLIPS, Geometry.SECTION.name(), Seams.SECTION.name());

    private static final Set<String> SETS = Set.of(Seams.SECTION.name());

    @Override
    public String name() {
        return "measure";
    }

    @Override
    public Class<RangeOrder> order() {
        return RangeOrder.class;
    }

    @Override
    public void check(Recipe recipe, RangeOrder order) {
        if (recipe.showing().clips().size() < 2) {
            throw new IllegalArgumentException("One lens has no seams: there is nothing to measure.");
        }
        order.check();
    }

    @Override
    public StageResult run(Recipe recipe, Take take, RangeOrder order, StageTools tools, Run run) {
        Take shown = take.showing(recipe);
        TimeSpan span = order.within(shown.commonSpan());
        TakeFlows flows = tools.get(TakeFlows.class);
        if (flows.strips(recipe, shown).isEmpty()) {
            throw new IllegalArgumentException(
                    "No two lenses see the same: there is no seam to measure. Solve the rig first.");
        }
        flows.measure(recipe, shown, span, run);
        SeamMeasure measure = summary(SeamCurve.of(flows, recipe, shown, span), span);
        Seams measured = recipe.seams().measured(measure);
        String label =
                measured.way() == Seams.Way.PATH ? "Let the seams find their way" : "Bring the seams together by flow";
        return new StageResult(label, DEPENDS, SETS, recipe.with(Seams.SECTION, measured));
    }

    private static SeamMeasure summary(List<SeamCurve> seams, TimeSpan span) {
        double[] worst = seams.stream()
                .flatMap(seam -> seam.points().stream())
                .max(Comparator.comparingDouble(point -> point[1]))
                .orElse(new double[] {span.from(), 0});
        return new SeamMeasure(TakeFlows.ALGORITHM, span.from(), span.to(), worst[1], worst[0]);
    }
}
