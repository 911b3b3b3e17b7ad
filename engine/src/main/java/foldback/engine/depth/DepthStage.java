package foldback.engine.depth;

import foldback.core.depth.ComfortZone;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.depth.Depth;
import foldback.core.recipe.depth.DepthMeasure;
import foldback.core.run.Evidence;
import foldback.core.run.Verdict;
import foldback.engine.document.DepthJson;
import foldback.engine.document.SectionForm;
import foldback.engine.stage.Stage;
import foldback.engine.stage.StageJob;
import foldback.engine.stage.StageLane;
import foldback.engine.stage.StageView;
import foldback.engine.take.Take;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** Two eyes that agree, at a comfortable depth. */
public final class DepthStage implements Stage {
    /** Eyes begin to strain from some arc minutes on. */
    private static final double SURE_VERTICAL = Math.toRadians(0.12);

    private static final double MOST_VERTICAL = Math.toRadians(0.4);
    private static final double LEAST_TOLD = 0.1;
    /** Things that all lie so far beyond what is far are seen by the wrong eyes. */
    private static final double SWAPPED = Math.toRadians(0.4);

    @Override
    public String title() {
        return "Depth";
    }

    @Override
    public Optional<SectionForm<?>> form() {
        return Optional.of(DepthJson.FORM);
    }

    @Override
    public List<StageJob<?>> jobs() {
        return List.of(new MeasureDepth());
    }

    @Override
    public Optional<StageLane> lane() {
        return Optional.of(new DepthLane());
    }

    @Override
    public boolean isUntried(Recipe recipe) {
        return recipe.geometry().rigOn().isStereo() && recipe.depth().measure().isEmpty();
    }

    /** What was measured stays each take's own. */
    @Override
    public Recipe give(Recipe from, Recipe to, Take take) {
        Depth given = from.depth().unmeasured();
        return to.with(
                Depth.SECTION, to.depth().measure().map(given::withMeasure).orElse(given));
    }

    /** Shown disparities that are comfortable. */
    static ComfortZone zone(Depth depth) {
        return switch (depth.shownOn()) {
            case HEADSET -> ComfortZone.ofHeadset();
            case SCREEN -> ComfortZone.ofScreen();
        };
    }

    @Override
    public Evidence evidence(StageView view) {
        Recipe recipe = view.recipe();
        if (!recipe.geometry().rigOn().isStereo()) {
            return new Evidence(Verdict.NOT_NEEDED, "One picture for both eyes.", "one eye");
        }
        Optional<DepthMeasure> found = recipe.depth().measure();
        if (found.isEmpty()) {
            return new Evidence(Verdict.CHECK, "Not measured.", "two eyes");
        }
        DepthMeasure measure = found.get();
        if (measure.algorithm() != TakeDepth.ALGORITHM || !measure.rig().equals(TakeDepth.rigHash(recipe))) {
            return new Evidence(Verdict.CHECK, "Measured of another rig: measure again.", "two eyes");
        }
        String figure = said("%.1f\u00b0 to %.1f\u00b0", measure.far(), measure.near());
        if (measure.told() < LEAST_TOLD) {
            return new Evidence(
                    Verdict.UNSETTLED,
                    String.format(
                            Locale.ROOT,
                            "Only %.0f%% of what both eyes see was found to be alike. Solve the rig, then measure again; a wall"
                                    + " without texture, a blurred lens or a finger before it leaves nothing to compare.",
                            100 * measure.told()),
                    figure);
        }
        if (measure.far() < -SWAPPED && measure.near() < SWAPPED) {
            return new Evidence(
                    Verdict.UNSETTLED,
                    "Everything seems to lie beyond what is far: the eyes are swapped. Swap them here, or in Gather.",
                    figure);
        }
        if (measure.vertical() > MOST_VERTICAL) {
            return new Evidence(
                    Verdict.UNSETTLED,
                    said(
                            "The eyes see the same at different heights, %.2f\u00b0 apart: solve the rig, then measure again.",
                            measure.vertical()),
                    figure);
        }
        return comfort(recipe.depth(), measure, figure);
    }

    private static Evidence comfort(Depth depth, DepthMeasure measure, String figure) {
        ComfortZone zone = zone(depth);
        DepthMeasure.Moment nearest = measure.moments().stream()
                .max(Comparator.comparingDouble(moment -> depth.shown(moment.near(), moment.seconds())))
                .orElseThrow();
        DepthMeasure.Moment farthest = measure.moments().stream()
                .min(Comparator.comparingDouble(moment -> depth.shown(moment.far(), moment.seconds())))
                .orElseThrow();
        double near = depth.shown(nearest.near(), nearest.seconds());
        double far = depth.shown(farthest.far(), farthest.seconds());
        if (far < zone.far()) {
            String what = depth.shownOn() == Depth.ShownOn.HEADSET
                    ? "Far things make the eyes diverge by %.1f\u00b0"
                    : "Far things lie %.1f\u00b0 behind the screen";
            return new Evidence(
                    Verdict.CHECK,
                    said(what, -far)
                            + String.format(
                                    Locale.ROOT,
                                    " at %.1f s: put something farther at the screen plane.",
                                    farthest.seconds()),
                    figure);
        }
        if (near > zone.near()) {
            return new Evidence(
                    Verdict.CHECK,
                    said("Near things ask %.1f\u00b0 of the eyes, where %.1f\u00b0 are comfortable,", near, zone.near())
                            + String.format(Locale.ROOT, " at %.1f s.", nearest.seconds()),
                    figure);
        }
        if (measure.vertical() > SURE_VERTICAL) {
            return new Evidence(
                    Verdict.CHECK,
                    said("Comfortable depth; the eyes see the same %.2f\u00b0 apart in height.", measure.vertical()),
                    figure);
        }
        return new Evidence(
                Verdict.SURE,
                said(
                        "The eyes agree in height to %.2f\u00b0, and what they see is at a comfortable depth.",
                        measure.vertical()),
                figure);
    }

    private static String said(String words, double... radians) {
        Object[] degrees = new Object[radians.length];
        for (int i = 0; i < radians.length; i++) {
            degrees[i] = Math.toDegrees(radians[i]) + 0.0;
        }
        return String.format(Locale.ROOT, words, degrees);
    }
}
