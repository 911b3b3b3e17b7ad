package foldback.engine.steady;

import foldback.core.recipe.Recipe;
import foldback.core.recipe.ShakeMeasure;
import foldback.core.recipe.Steady;
import foldback.core.run.Evidence;
import foldback.core.run.Verdict;
import foldback.engine.document.SectionForm;
import foldback.engine.document.steady.SteadyJson;
import foldback.engine.stage.Stage;
import foldback.engine.stage.StageJob;
import foldback.engine.stage.StageLane;
import foldback.engine.stage.StageView;
import foldback.engine.take.Take;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** A calm picture: shake taken away, the horizon level, turns kept or not. */
public final class SteadyStage implements Stage {
    /** A rig that trembles less stands still for any viewer. */
    private static final double STILL_RAD = Math.toRadians(0.06);
    /** Lenses that differ more see something that moves with the rig, or are not of one rig. */
    private static final double MOST_APART_RAD = Math.toRadians(0.3);

    /** A drift that is seen where the take's end is held beside its start. */
    private static final double MOST_DRIFT_RAD = Math.toRadians(0.5);

    private static final double MOST_UNTOLD = 0.02;

    @Override
    public String title() {
        return "Steady";
    }

    @Override
    public Optional<SectionForm<?>> form() {
        return Optional.of(SteadyJson.FORM);
    }

    @Override
    public List<StageJob<?>> jobs() {
        return List.of(new MeasureShake());
    }

    @Override
    public Optional<StageLane> lane() {
        return Optional.of(new SteadyLane());
    }

    @Override
    public boolean isUntried(Recipe recipe) {
        return recipe.steady().measure().isEmpty();
    }

    /** How much is taken away is given; what was measured stays each take's own, and so does when it is as it was. */
    @Override
    public Recipe give(Recipe from, Recipe to, Take take) {
        Steady own = to.steady();
        Steady given = from.steady();
        return to.with(
                Steady.SECTION,
                new Steady(
                        own.measure(),
                        given.settings().referredTo(own.settings().referenceSeconds()),
                        given.readOutSeconds(),
                        given.exposureSeconds(),
                        own.log()));
    }

    @Override
    public Evidence evidence(StageView view) {
        Steady steady = view.recipe().steady();
        if (steady.measure().isEmpty()) {
            return new Evidence(
                    Verdict.CHECK, "Not measured: a rig that stood still needs nothing here.", "not measured");
        }
        ShakeMeasure measure = steady.measure().get();
        String figure = String.format(Locale.ROOT, "shake %.2f\u00b0", Math.toDegrees(measure.shakeRad()));
        if (measure.algorithm() != MeasureShake.ALGORITHM) {
            return new Evidence(Verdict.CHECK, "Measured in an earlier way: measure again.", figure);
        }
        if (measure.untoldShare() > MOST_UNTOLD) {
            return new Evidence(
                    Verdict.CHECK,
                    String.format(
                            Locale.ROOT,
                            "In %.0f%% of the pictures nothing tells how the rig turned: they are dark, blank or all in motion.",
                            100 * measure.untoldShare()),
                    figure);
        }
        if (measure.apartRad() > MOST_APART_RAD) {
            return new Evidence(
                    Verdict.CHECK,
                    String.format(
                            Locale.ROOT,
                            "The lenses tell different shakes, %.2f\u00b0 apart: the sync or the rig is off, or something large moves"
                                    + " with the rig. Look at the seams where it shakes.",
                            Math.toDegrees(measure.apartRad())),
                    figure);
        }
        Optional<String> doubt = measure.log().flatMap(LogWords::doubt);
        if (doubt.isPresent()) {
            return new Evidence(Verdict.CHECK, doubt.get(), figure);
        }
        // A log holds the front and the horizon where the pictures alone would let them drift.
        double drift = measure.log().isPresent() ? 0 : measure.driftRad().orElse(0.0);
        if (drift > MOST_DRIFT_RAD) {
            return new Evidence(
                    Verdict.CHECK,
                    String.format(
                            Locale.ROOT,
                            "The horizon and the front may have drifted by %.1f\u00b0: little that is far stays in sight while the rig"
                                    + " travels or turns. Look at them at the take's end.",
                            Math.toDegrees(drift)),
                    figure);
        }
        String blur = blur(steady, measure);
        if (measure.log().isPresent()) {
            return new Evidence(Verdict.SURE, LogWords.of(measure.log().get()) + blur, figure);
        }
        String said = measure.shakeRad() < STILL_RAD
                ? "The rig stood still."
                : String.format(
                        Locale.ROOT,
                        "The lenses agree on how the rig turned to %.3f\u00b0; it turned by up to %.0f\u00b0 a second.",
                        Math.toDegrees(measure.apartRad()),
                        Math.toDegrees(measure.fastestRad()));
        return new Evidence(Verdict.SURE, said + blur, figure);
    }

    /** What was blurred while the shutter was open stays so, and looks like a fault of the steadying. */
    private static String blur(Steady steady, ShakeMeasure measure) {
        return steady.exposureSeconds()
                .map(seconds -> Math.toDegrees(seconds * measure.fastestRad()))
                .filter(blurred -> blurred > SteadyLane.SEEN_BLUR_DEGREES)
                .map(blurred -> String.format(
                        Locale.ROOT,
                        " Where it turns fastest, pictures are blurred over %.1f\u00b0: that is the shutter, and stays.",
                        blurred))
                .orElse("");
    }
}
