package foldback.core.recipe;

/**
 * What measuring the balance found.
 *
 * @param algorithm version of the measure
 * @param beforeStops mean difference between lenses before, stops
 * @param residualStops the same after
 * @param patches how many pairs of patches it rests on
 */
public record BalanceMeasure(int algorithm, double beforeStops, double residualStops, int patches) {}
