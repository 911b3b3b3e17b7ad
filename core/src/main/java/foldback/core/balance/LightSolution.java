package foldback.core.balance;

import foldback.core.tone.Falloff;

/**
 * What evens out the lenses.
 *
 * @param stops of each knot and lens: corrections of red, green and blue
 * @param falloff of all lenses, to be given back
 * @param before how the lenses differ at their seams as they are
 * @param after the same with the corrections
 * @param believed of each lens, how many of its pairs it rests on
 */
public record LightSolution(
        double[][][] stops, Falloff falloff, SeamDifferences before, SeamDifferences after, int[] believed) {}
