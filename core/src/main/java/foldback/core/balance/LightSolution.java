package foldback.core.balance;

import foldback.core.tone.Vignetting;
import java.util.List;

/**
 * What evens out the lenses.
 *
 * @param stops of each knot and lens: corrections of red, green and blue
 * @param vignettings of each lens, to be given back
 * @param before how the lenses differ at their seams as they are
 * @param after the same with the corrections
 * @param believed of each lens, how many of its pairs it rests on
 */
public record LightSolution(
        double[][][] stops,
        List<Vignetting> vignettings,
        SeamDifferences before,
        SeamDifferences after,
        int[] believed) {}
