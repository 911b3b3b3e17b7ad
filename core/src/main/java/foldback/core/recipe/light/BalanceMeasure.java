package foldback.core.recipe.light;

import foldback.core.run.Judgement;
import foldback.core.run.Reason;
import foldback.core.run.Verdict;
import java.util.List;

/**
 * What measuring the balance found.
 *
 * @param algorithm version of the measure
 * @param verdict of the measure
 * @param reasons of the verdict
 * @param beforeStops by how much lenses differed at their seams before, stops
 * @param residualStops the same after
 * @param patches how many pairs of patches it rests on
 */
public record BalanceMeasure(
        int algorithm, Verdict verdict, List<Reason> reasons, double beforeStops, double residualStops, int patches) {
    public BalanceMeasure {
        reasons = List.copyOf(reasons);
    }

    /** Why, in sentences. */
    public String reason() {
        return Judgement.sentences(reasons);
    }
}
