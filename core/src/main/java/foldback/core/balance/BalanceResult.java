package foldback.core.balance;

import foldback.core.run.Evidence;

/**
 * The gains that even out the lenses.
 *
 * @param stops for each lens, corrections of red, green and blue
 * @param beforeStops mean absolute difference of patches before
 * @param residualStops the same after
 * @param patches pairs of patches that were used
 */
public record BalanceResult(
        double[][] stops, double beforeStops, double residualStops, int patches, Evidence evidence) {}
