package foldback.core.overlap;

import foldback.core.tone.Vignetting;
import java.util.List;

/**
 * One place of the sphere seen by two lenses at one knot of time.
 *
 * @param knot number of the knot
 * @param first index of a lens
 * @param second index of another
 * @param firstLight mean linear light in red, green and blue
 * @param secondLight the same in the second lens
 * @param firstShare where it lies in the first lens's field ({@link foldback.core.lens.LensFrame#fieldShare})
 * @param secondShare the same in the second lens
 * @param doubtStops how far the two may differ though both lenses are even: noise, and what they see differently
 */
public record PatchPair(
        int knot,
        int first,
        int second,
        double[] firstLight,
        double[] secondLight,
        double firstShare,
        double secondShare,
        double doubtStops) {

    /** The same at another knot. */
    public PatchPair atKnot(int other) {
        return new PatchPair(other, first, second, firstLight, secondLight, firstShare, secondShare, doubtStops);
    }

    /** By how many stops the first must be lifted over the second to be even, in one channel. */
    public double wantedStops(int channel) {
        return StrictMath.log(secondLight[channel] / firstLight[channel]) / StrictMath.log(2);
    }

    /**
     * By how many stops the first still differs from the second with corrections, in one channel.
     *
     * @param stops of each lens: corrections of red, green and blue
     * @param vignettings of each lens, to be given back
     */
    public double residualStops(double[][] stops, List<Vignetting> vignettings, int channel) {
        return stops[first][channel]
                - stops[second][channel]
                + vignettings.get(first).stopsAt(firstShare)
                - vignettings.get(second).stopsAt(secondShare)
                - wantedStops(channel);
    }
}
