package foldback.engine.level;

import foldback.core.recipe.Level;
import foldback.core.run.Evidence;
import foldback.core.run.Verdict;
import foldback.engine.document.LevelJson;
import foldback.engine.document.SectionForm;
import foldback.engine.stage.Stage;
import foldback.engine.stage.StageView;
import java.util.Locale;
import java.util.Optional;

/** Which way is up, and what a viewer faces first. */
public final class LevelStage implements Stage {

    @Override
    public String title() {
        return "Level";
    }

    @Override
    public Optional<SectionForm<?>> form() {
        return Optional.of(LevelJson.FORM);
    }

    @Override
    public Evidence evidence(StageView view) {
        Level level = view.recipe().level();
        String figure = String.format(
                Locale.ROOT,
                "%.1f\u00b0 %.1f\u00b0 %.1f\u00b0",
                Math.toDegrees(level.yaw()) + 0.0,
                Math.toDegrees(level.pitch()) + 0.0,
                Math.toDegrees(level.roll()) + 0.0);
        return new Evidence(Verdict.CHECK, "By eye.", figure);
    }
}
