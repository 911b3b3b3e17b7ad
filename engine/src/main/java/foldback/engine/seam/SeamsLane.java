package foldback.engine.seam;

import foldback.core.recipe.Recipe;
import foldback.core.run.Run;
import foldback.core.seam.SeamStrip;
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
        TakeFlows flows = tools.get(TakeFlows.class);
        List<SeamStrip> strips = flows.strips(recipe, shown);
        List<List<double[]>> seams = new ArrayList<>();
        strips.forEach(strip -> seams.add(new ArrayList<>()));
        List<double[]> worst = new ArrayList<>();
        for (TakeFlows.Moment moment : flows.measured(recipe, shown, shown.commonSpan())) {
            double most = 0;
            for (int n = 0; n < strips.size(); n++) {
                double apart = Math.toDegrees(SeamApart.of(moment.flows().get(n)));
                seams.get(n).add(new double[] {moment.seconds(), apart});
                most = Math.max(most, apart);
            }
            worst.add(new double[] {moment.seconds(), most});
        }
        if (worst.isEmpty()) {
            return Lane.EMPTY;
        }
        List<Lane.Curve> finer = new ArrayList<>();
        for (int n = 0; n < strips.size(); n++) {
            String label = shown.clips().get(strips.get(n).first()).ref().slot() + " to "
                    + shown.clips().get(strips.get(n).second()).ref().slot();
            finer.add(new Lane.Curve(label, DEGREES, SEEN_DEGREES, 2, seams.get(n)));
        }
        return new Lane(Optional.of(new Lane.Curve("", DEGREES, SEEN_DEGREES, 2, worst)), finer);
    }
}
