package foldback.engine.seam;

import foldback.core.recipe.Recipe;
import foldback.core.recipe.Seams;
import foldback.core.run.Evidence;
import foldback.core.run.Verdict;
import foldback.engine.document.SeamsJson;
import foldback.engine.document.SectionForm;
import foldback.engine.stage.Stage;
import foldback.engine.stage.StageView;
import java.util.Locale;
import java.util.Optional;

/** Where and how lenses meet. */
public final class SeamsStage implements Stage {

    @Override
    public String title() {
        return "Seams";
    }

    @Override
    public Optional<SectionForm<?>> form() {
        return Optional.of(SeamsJson.FORM);
    }

    /** Cut off hard against each other, as far away as can be. */
    @Override
    public Optional<Recipe> without(Recipe recipe) {
        return Optional.of(recipe.with(Seams.SECTION, new Seams(0, Double.POSITIVE_INFINITY)));
    }

    @Override
    public Evidence evidence(StageView view) {
        double degrees = Math.toDegrees(view.recipe().seams().feather());
        String figure = degrees == 0 ? "hard cut" : String.format(Locale.ROOT, "feather %.1f\u00b0", degrees);
        return new Evidence(Verdict.CHECK, "Not measured.", figure);
    }
}
