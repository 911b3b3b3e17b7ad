package foldback.engine.seam;

import foldback.core.recipe.Recipe;
import foldback.core.recipe.SeamMeasure;
import foldback.core.run.Run;
import foldback.core.time.TimeSpan;
import foldback.engine.stage.Lane;
import foldback.engine.stage.StageLane;
import foldback.engine.stage.StageTools;
import foldback.engine.take.Take;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** How far apart lenses show the same at their seams over time, where that was measured. */
final class SeamsLane implements StageLane {
    private static final String DEGREES = "\u00b0";
    /** From which on a feather shows things twice. */
    private static final double SEEN_DEGREES = 0.3;

    @Override
    public Effort effort() {
        return Effort.LITTLE;
    }

    @Override
    public boolean applies(Recipe recipe) {
        return recipe.seams().measure().isPresent() && recipe.showing().clips().size() > 1;
    }

    @Override
    public Object dependsOn(Recipe recipe) {
        return List.of(recipe.seams(), recipe.rig().lenses(), recipe.geometry().off(), recipe.clips());
    }

    @Override
    public Lane measure(Recipe recipe, Take take, StageTools tools, Run run) {
        Take shown = take.showing(recipe);
        SeamMeasure measure = recipe.seams().measure().orElseThrow();
        TimeSpan span = new TimeSpan(measure.fromSeconds(), measure.toSeconds());
        List<SeamCurve> seams = SeamCurve.of(tools.get(TakeFlows.class), recipe, shown, span);
        if (seams.stream().allMatch(seam -> seam.points().isEmpty())) {
            return Lane.EMPTY;
        }
        List<double[]> worst = new ArrayList<>();
        for (int n = 0; n < seams.get(0).points().size(); n++) {
            int moment = n;
            double apart = seams.stream()
                    .mapToDouble(seam -> seam.points().get(moment)[1])
                    .max()
                    .orElseThrow();
            worst.add(new double[] {seams.get(0).points().get(n)[0], Math.toDegrees(apart)});
        }
        return new Lane(
                Optional.of(curve("", worst)),
                seams.stream()
                        .map(seam -> curve(
                                seam.first() + " to " + seam.second(),
                                seam.points().stream()
                                        .map(point -> new double[] {point[0], Math.toDegrees(point[1])})
                                        .toList()))
                        .toList());
    }

    private static Lane.Curve curve(String label, List<double[]> points) {
        return new Lane.Curve(label, DEGREES, SEEN_DEGREES, 2, points);
    }
}
