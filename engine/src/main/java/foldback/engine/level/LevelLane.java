package foldback.engine.level;

import foldback.core.recipe.Level;
import foldback.core.recipe.Recipe;
import foldback.core.run.Run;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import foldback.core.space.RotationPath;
import foldback.core.stitch.plan.RigMotion;
import foldback.core.time.TimeSpan;
import foldback.engine.stage.Lane;
import foldback.engine.stage.StageLane;
import foldback.engine.stage.StageTools;
import foldback.engine.steady.TakeShake;
import foldback.engine.take.Take;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** How quickly what a viewer faces turns, and how the horizon tilts, over time. */
final class LevelLane implements StageLane {
    /** A viewer who sits still bears slow turns only; from there on some feel sick. */
    private static final double COMFORT_DEGREES_A_SECOND = 15;

    private static final double LEVEL_DEGREES = 1;
    private static final int POINTS = 400;
    private static final double STEP_SECONDS = 0.1;

    @Override
    public Effort effort() {
        return Effort.LITTLE;
    }

    @Override
    public boolean applies(Recipe recipe) {
        return recipe.level().keys().isPresent() || recipe.steady().measure().isPresent();
    }

    @Override
    public Object dependsOn(Recipe recipe) {
        return TakeShake.dependsOn(recipe);
    }

    @Override
    public Lane measure(Recipe recipe, Take take, StageTools tools, Run run) {
        Take shown = take.showing(recipe);
        Level level = recipe.level();
        RotationPath view = tools.get(TakeShake.class)
                .steadied(recipe, shown)
                .map(RigMotion::worldFromView)
                .orElse(RotationPath.STILL);
        RotationPath seen = seconds -> view.at(seconds).times(level.at(seconds));
        TimeSpan span = shown.commonSpan();
        // Upright is what is so where the view is as it was filmed.
        Direction up = seen.at(
                        recipe.steady().measure().isPresent()
                                ? recipe.steady().settings().referenceSeconds()
                                : span.from())
                .apply(Direction.UP);
        List<double[]> turning = new ArrayList<>();
        List<double[]> tilt = new ArrayList<>();
        for (int n = 0; n <= POINTS; n++) {
            double seconds = span.from() + (span.to() - span.from()) * n / POINTS;
            double to = Math.min(span.to(), seconds + STEP_SECONDS / 2);
            double from = Math.max(span.from(), to - STEP_SECONDS);
            Rotation turn = seen.at(from).inverse().times(seen.at(to));
            turning.add(new double[] {seconds, Math.toDegrees(turn.vector()[1]) / (to - from)});
            tilt.add(new double[] {
                seconds, Math.toDegrees(seen.at(seconds).apply(Direction.UP).angleTo(up))
            });
        }
        return new Lane(
                Optional.of(new Lane.Curve("", "\u00b0/s", COMFORT_DEGREES_A_SECOND, 1, turning)),
                List.of(
                        new Lane.Curve("front turns", "\u00b0/s", COMFORT_DEGREES_A_SECOND, 1, turning),
                        new Lane.Curve("tilt", "\u00b0", LEVEL_DEGREES, 2, tilt)));
    }
}
