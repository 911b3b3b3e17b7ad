package foldback.core.recipe.light;

import foldback.core.run.Verdict;

/**
 * What measuring the balance found.
 *
 * @param algorithm version of the measure
 * @param verdict of the measure
 * @param reason why, for the user
 * @param beforeStops by how much lenses differed at their seams before, stops
 * @param residualStops the same after
 * @param patches how many pairs of patches it rests on
 */
public record BalanceMeasure(
        int algorithm, Verdict verdict, String reason, double beforeStops, double residualStops, int patches) {}
