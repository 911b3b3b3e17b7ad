package foldback.engine.stage;

import foldback.core.recipe.Recipe;
import foldback.core.run.Run;
import foldback.engine.take.Take;

/** How a stage's lane is measured. */
public interface StageLane {
    /** When a lane is worth its time. */
    enum Effort {
        /** Takes a moment: measured for everybody. */
        LITTLE,
        /** Takes long: only for those who look at it. */
        MUCH
    }

    Effort effort();

    /** Whether a take has anything to measure. */
    boolean applies(Recipe recipe);

    /** What of a recipe the lane is measured from: where that is equal, the lane is the same. */
    Object dependsOn(Recipe recipe);

    Lane measure(Recipe recipe, Take take, StageTools tools, Run run);
}
