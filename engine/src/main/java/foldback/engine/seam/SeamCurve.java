package foldback.engine.seam;

import foldback.core.recipe.Recipe;
import foldback.core.seam.SeamStrip;
import foldback.core.time.TimeSpan;
import foldback.engine.take.Take;
import java.util.ArrayList;
import java.util.List;

/**
 * How far apart two lenses show the same at their seam over time.
 *
 * @param first slot of a lens
 * @param second slot of the other one
 * @param points take time in seconds, and radians, root mean square along the seam
 */
public record SeamCurve(String first, String second, List<double[]> points) {

    /** Of all seams of a take, where they were measured. */
    public static List<SeamCurve> of(TakeFlows flows, Recipe recipe, Take shown, TimeSpan span) {
        List<SeamCurve> curves = new ArrayList<>();
        for (SeamStrip strip : flows.strips(recipe, shown)) {
            curves.add(new SeamCurve(slot(shown, strip.first()), slot(shown, strip.second()), new ArrayList<>()));
        }
        for (TakeFlows.Moment moment : flows.measured(recipe, shown, span)) {
            for (int n = 0; n < curves.size(); n++) {
                double apart = SeamApart.of(moment.flows().get(n));
                curves.get(n).points.add(new double[] {moment.seconds(), apart});
            }
        }
        return curves;
    }

    private static String slot(Take shown, int lens) {
        return shown.clips().get(lens).ref().slot();
    }
}
