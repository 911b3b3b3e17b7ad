package foldback.engine.sync;

import foldback.core.recipe.Recipe;
import foldback.core.recipe.sync.Sync;
import foldback.core.run.Run;
import foldback.engine.stage.StageJob;
import foldback.engine.stage.StageResult;
import foldback.engine.stage.StageTools;
import foldback.engine.take.Take;
import java.util.Set;

/** Finds the clips' offsets by what they share. */
final class FindOffsets implements StageJob<SyncOrder> {
    private static final Set<String> PARTS = Set.of(StageResult.CLIPS, Sync.SECTION.name());

    @Override
    public String name() {
        return "find";
    }

    @Override
    public Class<SyncOrder> order() {
        return SyncOrder.class;
    }

    @Override
    public void check(Recipe recipe, SyncOrder order) {
        order.request();
    }

    @Override
    public StageResult run(Recipe recipe, Take take, SyncOrder order, StageTools tools, Run run) {
        Recipe found = tools.get(TakeSync.class).find(recipe, take, order.request(), run);
        return new StageResult("Find offsets", PARTS, PARTS, found);
    }
}
