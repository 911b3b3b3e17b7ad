package foldback.engine.rig;

import foldback.core.recipe.Recipe;
import foldback.core.recipe.geometry.Geometry;
import foldback.core.recipe.geometry.RigMeasure;
import foldback.core.rig.Coverage;
import foldback.core.run.Evidence;
import foldback.core.run.Verdict;
import foldback.core.space.Rotation;
import foldback.engine.document.GeometryJson;
import foldback.engine.document.SectionForm;
import foldback.engine.stage.Stage;
import foldback.engine.stage.StageJob;
import foldback.engine.stage.StageLane;
import foldback.engine.stage.StageView;
import foldback.engine.take.Take;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** Where the lenses point and what they are like. */
public final class RigStage implements Stage {
    /** Size at which holes in the sphere are looked for. */
    private static final int COARSE_COLUMNS = 180;
    /** Share of the sphere from which on a hole is told. */
    private static final double LEAST_HOLE = 0.0005;

    @Override
    public String title() {
        return "Rig";
    }

    @Override
    public Optional<SectionForm<?>> form() {
        return Optional.of(GeometryJson.FORM);
    }

    @Override
    public List<StageJob<?>> jobs() {
        return List.of(new SolveRig());
    }

    @Override
    public Optional<StageLane> lane() {
        return Optional.of(new RigOverTime());
    }

    @Override
    public boolean isUntried(Recipe recipe) {
        return recipe.showing().clips().size() > 1
                && recipe.geometry().measure().isEmpty();
    }

    /** A rig is given without what was measured on its take. */
    @Override
    public Recipe give(Recipe from, Recipe to, Take take) {
        Geometry given = from.geometry();
        return withRig(to, take, to.geometry().withRig(given.rig(), "from another take", given.off()));
    }

    /**
     * A recipe with another rig.
     *
     * @param take the recipe's clips
     * @throws IllegalArgumentException where the rig does not fit them
     */
    public static Recipe withRig(Recipe recipe, Take take, Geometry geometry) {
        Recipe changed = recipe.with(Geometry.SECTION, geometry);
        TakeRig.fitted(geometry.rig(), take.placedAs(changed).clips());
        return changed;
    }

    @Override
    public Evidence evidence(StageView view) {
        Recipe recipe = view.recipe();
        Evidence evidence = evidence(recipe.geometry(), view.shown().clips().size());
        String reason = evidence.reason() + off(recipe.geometry().off());
        Verdict verdict = evidence.verdict();
        if (recipe.geometry().rigOn().isStereo()) {
            // Eyes look ahead, and are not meant to see all round.
            return new Evidence(verdict, reason, evidence.figure());
        }
        Coverage coverage = TakeRig.coverage(recipe, view.take(), Rotation.IDENTITY, COARSE_COLUMNS);
        if (coverage.holeShare() > LEAST_HOLE) {
            reason += String.format(
                    Locale.ROOT,
                    " No lens sees %.1f%% of the sphere: the largest hole is %.0f\u00b0 across.",
                    100 * coverage.holeShare(),
                    Math.toDegrees(coverage.holes().get(0).acrossRad()));
            verdict = verdict == Verdict.SURE ? Verdict.CHECK : verdict;
        }
        return new Evidence(verdict, reason, evidence.figure());
    }

    private static Evidence evidence(Geometry geometry, int lenses) {
        if (lenses == 1) {
            return new Evidence(Verdict.NOT_NEEDED, "One lens needs to fit no other.", "one lens");
        }
        if (geometry.measure().isEmpty()) {
            return new Evidence(
                    Verdict.CHECK, "Not measured on this take.", geometry.rig().name());
        }
        RigMeasure measure = geometry.measure().get();
        String figure = figure(measure, geometry.rigOn().isStereo() ? "between the eyes" : "at seams");
        if (measure.pairs().isEmpty()) {
            return new Evidence(measure.verdict(), measure.reason(), "not solved");
        }
        if (!geometry.source().equals(Geometry.SOLVED)) {
            return new Evidence(
                    Verdict.CHECK,
                    "Changed since it was solved: " + geometry.source() + ".",
                    geometry.rig().name());
        }
        return geometry.pointsAreNewer()
                ? new Evidence(Verdict.CHECK, "The tie points are newer than the solution: solve from them.", figure)
                : new Evidence(measure.verdict(), measure.reason(), figure);
    }

    /** What is to be expected at the seams; of solves before that was told, what the points are off by. */
    private static String figure(RigMeasure measure, String where) {
        return measure.expected()
                .map(expected -> String.format(
                        Locale.ROOT, "%.3f\u00b0 expected %s", Math.toDegrees(expected.seamsRad()), where))
                .orElseGet(() -> String.format(
                        Locale.ROOT, "points agree to %.3f\u00b0", Math.toDegrees(measure.residualRad())));
    }

    private static String off(List<String> slots) {
        return slots.isEmpty()
                ? ""
                : slots.size() == 1
                        ? " Lens " + slots.get(0) + " is off."
                        : " Lenses " + String.join(", ", slots) + " are off.";
    }
}
