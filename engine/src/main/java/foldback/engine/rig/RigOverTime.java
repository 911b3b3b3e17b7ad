package foldback.engine.rig;

import foldback.core.recipe.Recipe;
import foldback.core.rig.Rig;
import foldback.core.run.Run;
import foldback.engine.preview.Previewer;
import foldback.engine.stage.Lane;
import foldback.engine.stage.StageLane;
import foldback.engine.stage.StageTools;
import foldback.engine.take.Take;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.ToDoubleFunction;

/** How far the lenses are apart over time, all and each. */
final class RigOverTime implements StageLane {
    private static final String UNIT = "\u00b0";
    private static final double SURE_DEGREES = 0.06;
    private static final int DECIMALS = 3;

    @Override
    public Effort effort() {
        return Effort.MUCH;
    }

    @Override
    public boolean applies(Recipe recipe) {
        return recipe.clips().size() > 1;
    }

    @Override
    public Object dependsOn(Recipe recipe) {
        return List.of(recipe.rig().lenses(), recipe.geometry().off(), recipe.clips());
    }

    @Override
    public Lane measure(Recipe recipe, Take take, StageTools tools, Run run) {
        Rig on = recipe.geometry().rigOn();
        Take shown = take.showing(recipe);
        if (shown.clips().size() < 2) {
            return Lane.EMPTY;
        }
        List<RigLane.At> moments = RigLane.measure(on, shown, new TakeFrames(tools.get(Previewer.class), shown), run);
        List<Lane.Curve> lenses = new ArrayList<>();
        for (int i = 0; i < on.lenses().size(); i++) {
            int lens = i;
            lenses.add(curve(on.lenses().get(i).slot(), moments, at -> at.lensRad()[lens]));
        }
        return new Lane(Optional.of(curve("", moments, RigLane.At::residualRad)), lenses);
    }

    private static Lane.Curve curve(String label, List<RigLane.At> moments, ToDoubleFunction<RigLane.At> radians) {
        List<double[]> points = moments.stream()
                .filter(at -> !Double.isNaN(radians.applyAsDouble(at)))
                .map(at -> new double[] {at.seconds(), Math.toDegrees(radians.applyAsDouble(at))})
                .toList();
        return new Lane.Curve(label, UNIT, SURE_DEGREES, DECIMALS, points);
    }
}
