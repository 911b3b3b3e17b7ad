package foldback.core.recipe.sync;

import foldback.core.run.Judgement;
import foldback.core.run.Reason;
import foldback.core.run.Verdict;
import java.util.List;
import java.util.function.UnaryOperator;

/**
 * What a measurement of offsets found.
 *
 * @param algorithm version of what measured
 * @param reasons of the verdict
 * @param residualSeconds the largest disagreement between pairs of clips
 * @param pairs what each two clips said
 * @param drifts of the clips whose clock's rate could be told
 */
public record SyncMeasure(
        int algorithm,
        Verdict verdict,
        List<Reason> reasons,
        double residualSeconds,
        List<SyncPair> pairs,
        List<SyncDrift> drifts) {

    public SyncMeasure {
        reasons = List.copyOf(reasons);
        pairs = List.copyOf(pairs);
        drifts = List.copyOf(drifts);
    }

    /** The same for clips that went to other slots. */
    SyncMeasure withSlots(UnaryOperator<String> to) {
        return new SyncMeasure(
                algorithm,
                verdict,
                reasons,
                residualSeconds,
                pairs.stream().map(pair -> pair.withSlots(to)).toList(),
                drifts.stream()
                        .map(drift -> new SyncDrift(to.apply(drift.slot()), drift.sigmaPpm()))
                        .toList());
    }

    /** Why, in sentences. */
    public String reason() {
        return Judgement.sentences(reasons);
    }
}
