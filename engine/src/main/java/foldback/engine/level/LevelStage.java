package foldback.engine.level;

import foldback.core.level.Upright;
import foldback.core.recipe.Level;
import foldback.core.recipe.LogMeasure;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.ShakeMeasure;
import foldback.core.run.Evidence;
import foldback.core.run.Verdict;
import foldback.core.space.Direction;
import foldback.engine.document.LevelJson;
import foldback.engine.document.SectionForm;
import foldback.engine.stage.Stage;
import foldback.engine.stage.StageLane;
import foldback.engine.stage.StageView;
import foldback.engine.steady.TakeShake;
import foldback.engine.take.Take;
import java.util.Locale;
import java.util.Optional;

/** Which way is up, and what a viewer faces first. */
public final class LevelStage implements Stage {
    /** A horizon that is off by more is seen. */
    private static final double SURE_RAD = Math.toRadians(0.3);
    /** Where the picture stands so far from what the lines say, it was turned afterwards. */
    private static final double TURNED_RAD = Math.toRadians(0.1);

    /** An accelerometer that is known less well may be as far off as is seen. */
    private static final double SURE_LOG_RAD = Math.toRadians(0.5);

    private static final int LEAST_SURE = 3;

    @Override
    public String title() {
        return "Level";
    }

    @Override
    public Optional<SectionForm<?>> form() {
        return Optional.of(LevelJson.FORM);
    }

    @Override
    public Optional<StageLane> lane() {
        return Optional.of(new LevelLane());
    }

    /** Lines are drawn in one take's pictures. */
    @Override
    public Recipe give(Recipe from, Recipe to, Take take) {
        return to.with(Level.SECTION, from.level().withLines(to.level().lines()));
    }

    @Override
    public Evidence evidence(StageView view) {
        Level level = view.recipe().level();
        String figure = level.keys().isPresent()
                ? level.keys().get().keys().size() + " keys"
                : String.format(
                        Locale.ROOT,
                        "%.1f\u00b0 %.1f\u00b0 %.1f\u00b0",
                        Math.toDegrees(level.yaw()) + 0.0,
                        Math.toDegrees(level.pitch()) + 0.0,
                        Math.toDegrees(level.roll()) + 0.0);
        LevelLines lines = new LevelLines(view.tools().get(TakeShake.class));
        return lines.upright(view.recipe(), view.shown())
                .map(upright -> said(level, upright, figure))
                .or(() -> byLog(view, figure))
                .orElseGet(() -> new Evidence(Verdict.CHECK, "By eye.", figure));
    }

    /** Where no lines are drawn, an accelerometer may say how upright the picture is. */
    private static Optional<Evidence> byLog(StageView view, String figure) {
        Recipe recipe = view.recipe();
        double sigma = recipe.steady()
                .measure()
                .flatMap(ShakeMeasure::log)
                .map(LogMeasure::upSigma)
                .orElse(0.0);
        return new LevelByLog(view.tools().get(TakeShake.class))
                .off(recipe, view.shown())
                .map(off -> off > Math.max(TURNED_RAD, sigma)
                        ? new Evidence(
                                Verdict.CHECK,
                                String.format(
                                        Locale.ROOT,
                                        "The picture stands %.1f\u00b0 from what the motion log's accelerometer says.",
                                        Math.toDegrees(off)),
                                figure)
                        : new Evidence(
                                sigma < SURE_LOG_RAD ? Verdict.SURE : Verdict.CHECK,
                                String.format(
                                        Locale.ROOT,
                                        "Upright as the motion log's accelerometer says, to %.1f\u00b0 and what its own sensor is off.",
                                        Math.toDegrees(Math.max(sigma, off))),
                                figure));
    }

    private static Evidence said(Level level, Upright upright, String figure) {
        double turned =
                level.at(level.lines().get(0).seconds()).apply(Direction.UP).angleTo(upright.up());
        if (turned > TURNED_RAD) {
            return new Evidence(
                    Verdict.CHECK,
                    String.format(
                            Locale.ROOT,
                            "The picture stands %.2f\u00b0 from what the lines say: it was turned by hand.",
                            Math.toDegrees(turned)),
                    figure);
        }
        long wrong = upright.fits().size() - upright.agreeing();
        String doubted = wrong == 0
                ? ""
                : wrong == 1 ? " One disagrees and is left out." : " " + wrong + " disagree and are left out.";
        String known = String.format(
                Locale.ROOT,
                "%d of %d lines agree; expected to be upright to %.2f\u00b0.",
                upright.agreeing(),
                upright.fits().size(),
                Math.toDegrees(upright.expectedRad()));
        if (upright.fits().size() < LEAST_SURE) {
            return new Evidence(
                    Verdict.CHECK,
                    "Lines: " + upright.fits().size() + ". Three or more, far apart, check each other.",
                    figure);
        }
        Verdict verdict =
                upright.expectedRad() < SURE_RAD && upright.agreeing() >= LEAST_SURE ? Verdict.SURE : Verdict.CHECK;
        return new Evidence(verdict, known + doubted, figure);
    }
}
