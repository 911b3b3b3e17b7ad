package foldback.core.balance;

import foldback.core.run.Judgement;
import foldback.core.run.Verdict;
import foldback.core.tone.Vignetting;
import java.util.List;

/**
 * How the lenses of a take are evened out.
 *
 * @param times of the knots, take time in seconds, rising
 * @param stops what to add at each knot to each lens's red, green and blue
 * @param vignettings of each lens
 * @param mixedKinds whether lenses are of several kinds, each with a vignetting of its own
 * @param overStops by how much the brightest places that the source shows are then over full scale
 * @param beforeStops what lenses differ by at the seams as they are
 * @param afterStops what is left; NaN where nothing could be compared
 * @param pairs how many pairs of patches were believed
 */
public record BalanceResult(
        double[] times,
        double[][][] stops,
        List<Vignetting> vignettings,
        boolean mixedKinds,
        double overStops,
        double beforeStops,
        double afterStops,
        int pairs,
        Judgement judgement) {
    /** Raised whenever the same footage would give other corrections. */
    public static final int ALGORITHM = 4;

    public BalanceResult {
        vignettings = List.copyOf(vignettings);
    }

    /** Whether nothing could be compared. */
    public boolean isEmpty() {
        return judgement.verdict() == Verdict.UNSETTLED && Double.isNaN(afterStops);
    }
}
