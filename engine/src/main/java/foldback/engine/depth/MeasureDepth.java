package foldback.engine.depth;

import foldback.core.recipe.Recipe;
import foldback.core.recipe.depth.Depth;
import foldback.core.recipe.depth.DepthMeasure;
import foldback.core.recipe.geometry.Geometry;
import foldback.core.run.Run;
import foldback.core.time.TimeSpan;
import foldback.engine.stage.RangeOrder;
import foldback.engine.stage.StageJob;
import foldback.engine.stage.StageResult;
import foldback.engine.stage.StageTools;
import foldback.engine.take.Take;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/** Measures the depth of a take, or of a part of it, at moments all over it. */
final class MeasureDepth implements StageJob<RangeOrder> {
    private static final Set<String> DEPENDS = Set.of(StageResult.CLIPS, Geometry.SECTION.name(), Depth.SECTION.name());
    private static final Set<String> SETS = Set.of(Depth.SECTION.name());
    private static final double STEP_SECONDS = 0.5;
    private static final int FEWEST = 8;
    private static final int MOST = 120;

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
        if (!recipe.geometry().rigOn().isStereo()) {
            throw new IllegalArgumentException(
                    "No two lenses serve an eye each: say in Depth which lens is which eye's, then measure.");
        }
        order.check();
    }

    @Override
    public StageResult run(Recipe recipe, Take take, RangeOrder order, StageTools tools, Run run) {
        Take shown = take.showing(recipe);
        TimeSpan span = order.within(shown.commonSpan());
        int count = (int) Math.max(FEWEST, Math.min(MOST, Math.round(span.seconds() / STEP_SECONDS)));
        TakeDepth depth = tools.get(TakeDepth.class);
        List<DepthMeasure.Moment> moments = new ArrayList<>();
        for (int n = 0; n < count; n++) {
            run.check();
            moments.add(depth.summary(recipe, shown, span.from() + span.seconds() * (n + 0.5) / count));
            run.step((n + 1.0) / count);
        }
        DepthMeasure measure = new DepthMeasure(TakeDepth.ALGORITHM, TakeDepth.rigHash(recipe), moments);
        return new StageResult(
                "Measure the depth",
                DEPENDS,
                SETS,
                recipe.with(Depth.SECTION, recipe.depth().withMeasure(measure)));
    }
}
