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

/** How far what is shown lies before the screen plane over time, and how far behind it; and the vertical mismatch. Degrees of disparity. */
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
        Lane.Curve near = curve("before the screen", zone.near(), depth, 1, DepthMeasure.Moment::near);
        return new Lane(
                Optional.of(new Lane.Curve("", UNIT, near.limit(), near.decimals(), near.points())),
                List.of(
                        near,
                        curve("behind the screen", zone.far(), depth, -1, DepthMeasure.Moment::far),
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

    /** @param side 1 for what lies before the screen plane, -1 for what lies behind it; what lies on the other side is 0 there */
    private static Lane.Curve curve(
            String label, double limit, Depth depth, int side, ToDoubleFunction<DepthMeasure.Moment> disparity) {
        return new Lane.Curve(
                label,
                UNIT,
                side * Math.round(10 * Math.toDegrees(limit)) / 10.0,
                1,
                moments(depth).stream()
                        .map(moment -> new double[] {
                            moment.seconds(),
                            Math.max(
                                    0,
                                    side
                                            * Math.toDegrees(
                                                    depth.shown(disparity.applyAsDouble(moment), moment.seconds())))
                        })
                        .toList());
    }

    private static List<DepthMeasure.Moment> moments(Depth depth) {
        return depth.measure().map(DepthMeasure::moments).orElse(List.of());
    }
}
