package foldback.core.sync;

import foldback.core.run.Evidence;
import java.util.List;
import java.util.Set;

/**
 * Where clips lie in take time.
 *
 * @param offsets take time of each clip's first frame, seconds, the first clip's being 0; 0 for one that could not be placed
 * @param unplaced numbers of the clips that could not be placed
 * @param residualSeconds the largest disagreement of a used pair with the result
 */
public record SyncResult(
        double[] offsets, Set<Integer> unplaced, double residualSeconds, List<PairEvidence> pairs, Evidence evidence) {

    /** Raised whenever the same sound could give another result. */
    public static final int ALGORITHM = 1;
}
