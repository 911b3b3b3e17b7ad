package foldback.core.sync;

import foldback.core.run.Judgement;
import foldback.core.sync.pair.PairEvidence;
import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;

/**
 * Where clips lie in take time: take time = offset + clip time x (1 + drift x 1e-6).
 *
 * @param offsets take time of each clip's first frame, seconds, the first clip's being 0, or that of a locked clip what it was; 0 for one that could not be placed
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
        Judgement judgement) {

    /** The same with all placed clips later by some seconds. */
    SyncResult shifted(double seconds) {
        double[] moved = IntStream.range(0, offsets.length)
                .mapToDouble(clip -> unplaced.contains(clip) ? offsets[clip] : offsets[clip] + seconds)
                .toArray();
        return new SyncResult(moved, driftPpm, driftSigmaPpm, unplaced, residualSeconds, pairs, judgement);
    }

    /** Raised whenever the same sound could give another result. */
    public static final int ALGORITHM = 3;
}
