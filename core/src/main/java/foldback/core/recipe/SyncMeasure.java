package foldback.core.recipe;

import foldback.core.run.Verdict;
import java.util.List;

/**
 * What a measurement of offsets found.
 *
 * @param algorithm version of what measured
 * @param reason of the verdict, for people
 * @param residualSeconds the largest disagreement between pairs of clips
 * @param pairs what each two clips said
 */
public record SyncMeasure(int algorithm, Verdict verdict, String reason, double residualSeconds, List<SyncPair> pairs) {

    public SyncMeasure {
        pairs = List.copyOf(pairs);
    }
}
