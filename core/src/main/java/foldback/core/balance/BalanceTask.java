package foldback.core.balance;

import foldback.core.rig.Rig;
import foldback.core.time.TimeSpan;
import foldback.core.tone.CurveChoice;
import java.util.Optional;

/**
 * What is to be evened out.
 *
 * @param rig the lenses, as far as they are solved
 * @param meetingMetres the radius at which their pictures agree
 * @param curve what their clips' values mean
 * @param span of the take in which all lenses have frames
 * @param frameSeconds the length of a frame
 * @param reference the number of the lens that is left as it is; without one their mean is
 */
public record BalanceTask(
        Rig rig,
        double meetingMetres,
        CurveChoice curve,
        TimeSpan span,
        double frameSeconds,
        Optional<Integer> reference) {
    public BalanceTask {
        if (rig.lenses().size() == 1) {
            throw new IllegalArgumentException("One lens differs from no other: there is nothing to even out.");
        }
    }
}
