package foldback.engine.seam;

import foldback.core.recipe.Recipe;
import foldback.core.recipe.Seams;
import foldback.core.run.Evidence;
import foldback.core.run.Verdict;
import foldback.engine.document.SeamsJson;
import foldback.engine.document.SectionForm;
import foldback.engine.stage.Stage;
import foldback.engine.stage.StageJob;
import foldback.engine.stage.StageLane;
import foldback.engine.stage.StageView;
import java.util.List;
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
    public List<StageJob<?>> jobs() {
        return List.of(new MeasureFlow());
    }

    @Override
    public Optional<StageLane> lane() {
        return Optional.of(new SeamsLane());
    }

    @Override
    public Evidence evidence(StageView view) {
        Seams seams = view.recipe().seams();
        double degrees = Math.toDegrees(seams.feather());
        String feather = degrees == 0 ? "hard cut" : String.format(Locale.ROOT, "feather %.1f\u00b0", degrees);
        if (seams.way() == Seams.Way.FEATHER) {
            return new Evidence(Verdict.CHECK, "Not measured: what is near a seam is seen twice.", feather);
        }
        return new Evidence(
                Verdict.CHECK,
                "By flow: look at what crosses the seams, and at what is near them.",
                "flow, " + feather);
    }
}
