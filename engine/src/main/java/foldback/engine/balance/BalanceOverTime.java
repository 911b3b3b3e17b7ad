package foldback.engine.balance;

import foldback.core.balance.SeamDifferences;
import foldback.core.recipe.Recipe;
import foldback.core.run.Run;
import foldback.engine.preview.Previewer;
import foldback.engine.stage.Lane;
import foldback.engine.stage.StageLane;
import foldback.engine.stage.StageTools;
import foldback.engine.take.Take;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** What is left of the lenses' differences over time, at all seams and each, and what is clipped in each lens. */
final class BalanceOverTime implements StageLane {
    private static final double SURE_STOPS = 0.03;
    /** Percent of a lens's picture: the sun alone is less. */
    private static final double MUCH_CLIPPED = 0.5;

    @Override
    public Effort effort() {
        return Effort.LITTLE;
    }

    @Override
    public boolean applies(Recipe recipe) {
        return recipe.showing().clips().size() > 1;
    }

    @Override
    public Object dependsOn(Recipe recipe) {
        return List.of(
                recipe.rig().lenses(),
                recipe.geometry().off(),
                recipe.clips(),
                recipe.balance(),
                recipe.seams().meetingMetres());
    }

    @Override
    public Lane measure(Recipe recipe, Take take, StageTools tools, Run run) {
        Take shown = take.showing(recipe);
        BalanceLane.Lane lane = BalanceLane.measure(
                recipe, shown.commonSpan(), tools.get(Previewer.class).knotFrames(shown));
        List<String> slots = recipe.showing().rig().slots();
        List<Lane.Curve> finer = new ArrayList<>();
        for (SeamDifferences.Seam seam : lane.differences().seams()) {
            finer.add(stops(slots.get(seam.first()) + "\u00b7" + slots.get(seam.second()), lane.times(), seam.stops()));
        }
        for (int i = 0; i < slots.size(); i++) {
            finer.add(clipped(slots.get(i), lane.times(), lane.clipped()[i]));
        }
        return new Lane(Optional.of(stops("", lane.times(), mean(lane))), finer);
    }

    /** The root mean square over the seams of which something can be said at each moment. */
    private static double[] mean(BalanceLane.Lane lane) {
        double[] mean = new double[lane.times().length];
        for (int t = 0; t < mean.length; t++) {
            int moment = t;
            mean[t] = Math.sqrt(lane.differences().seams().stream()
                    .mapToDouble(seam -> seam.stops()[moment])
                    .filter(stops -> !Double.isNaN(stops))
                    .map(stops -> stops * stops)
                    .average()
                    .orElse(Double.NaN));
        }
        return mean;
    }

    private static Lane.Curve stops(String label, double[] times, double[] stops) {
        return new Lane.Curve(label, " stops", SURE_STOPS, 2, points(times, stops, 1));
    }

    private static Lane.Curve clipped(String label, double[] times, double[] shares) {
        return new Lane.Curve(label, "% clipped", MUCH_CLIPPED, 1, points(times, shares, 100));
    }

    private static List<double[]> points(double[] times, double[] values, double scale) {
        List<double[]> points = new ArrayList<>();
        for (int t = 0; t < times.length; t++) {
            if (!Double.isNaN(values[t])) {
                points.add(new double[] {times[t], scale * values[t]});
            }
        }
        return points;
    }
}
