package foldback.engine.depth;

import foldback.core.depth.ComfortZone;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.depth.Depth;
import foldback.core.recipe.depth.DepthMeasure;
import foldback.core.run.Run;
import foldback.engine.stage.Lane;
import foldback.engine.stage.StageLane;
import foldback.engine.stage.StageTools;
import foldback.engine.take.Take;
import java.util.List;
import java.util.Optional;
import java.util.function.ToDoubleFunction;

/** The disparities that are shown over time: of what is nearest, of what is farthest; and the vertical mismatch. */
final class DepthLane implements StageLane {
    private static final String UNIT = "\u00b0";
    private static final double SURE_VERTICAL_DEGREES = 0.12;

    @Override
    public Effort effort() {
        return Effort.LITTLE;
    }

    @Override
    public boolean applies(Recipe recipe) {
        return recipe.depth().measure().isPresent();
    }

    @Override
    public Object dependsOn(Recipe recipe) {
        return recipe.depth();
    }

    @Override
    public Lane measure(Recipe recipe, Take take, StageTools tools, Run run) {
        Depth depth = recipe.depth();
        ComfortZone zone = DepthStage.zone(depth);
        Lane.Curve near = curve("nearest", zone.near(), depth, DepthMeasure.Moment::near);
        return new Lane(
                Optional.of(new Lane.Curve("", UNIT, near.limit(), near.decimals(), near.points())),
                List.of(
                        near,
                        curve("farthest", zone.far(), depth, DepthMeasure.Moment::far),
                        new Lane.Curve(
                                "height",
                                UNIT,
                                SURE_VERTICAL_DEGREES,
                                2,
                                moments(depth).stream()
                                        .map(moment ->
                                                new double[] {moment.seconds(), Math.toDegrees(moment.vertical())})
                                        .toList())));
    }

    private static Lane.Curve curve(
            String label, double limit, Depth depth, ToDoubleFunction<DepthMeasure.Moment> disparity) {
        return new Lane.Curve(
                label,
                UNIT,
                Math.round(10 * Math.toDegrees(limit)) / 10.0,
                1,
                moments(depth).stream()
                        .map(moment -> new double[] {
                            moment.seconds(),
                            Math.toDegrees(depth.shown(disparity.applyAsDouble(moment), moment.seconds()))
                        })
                        .toList());
    }

    private static List<DepthMeasure.Moment> moments(Depth depth) {
        return depth.measure().map(DepthMeasure::moments).orElse(List.of());
    }
}
