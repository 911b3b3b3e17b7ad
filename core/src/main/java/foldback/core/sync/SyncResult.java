package foldback.core.sync;

import foldback.core.run.Evidence;
import java.util.List;
import java.util.Set;

/**
 * Where clips lie in take time: take time = offset + clip time x (1 + drift x 1e-6).
 *
 * @param offsets take time of each clip's first frame, seconds, the first clip's being 0; 0 for one that could not be placed
 * @param driftPpm by how much each clip's second is longer than the first clip's, parts per million; 0 where it cannot be told
 * @param driftSigmaPpm standard errors of the drifts; infinite where they cannot be told
 * @param unplaced numbers of the clips that could not be placed
 * @param residualSeconds the largest disagreement of a used pair with the result
 */
public record SyncResult(
        double[] offsets,
        double[] driftPpm,
        double[] driftSigmaPpm,
        Set<Integer> unplaced,
        double residualSeconds,
        List<PairEvidence> pairs,
        Evidence evidence) {

    /** Raised whenever the same sound could give another result. */
    public static final int ALGORITHM = 3;
}
