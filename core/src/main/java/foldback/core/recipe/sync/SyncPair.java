package foldback.core.recipe.sync;

import foldback.core.sync.pair.Belief;
import foldback.core.sync.pair.Clue;
import java.util.function.UnaryOperator;

/**
 * What two clips said of their offset when it was measured, by one clue; see {@link foldback.core.sync.pair.PairEvidence}.
 *
 * @param first slot
 * @param second slot
 * @param used whether it took part in the result
 * @param residualSeconds by how much it disagrees with the result; signed
 */
public record SyncPair(
        String first,
        String second,
        Clue clue,
        Belief belief,
        boolean used,
        double residualSeconds,
        double share,
        double rival,
        int witnesses,
        double agreeing) {

    /** The same for clips that went to other slots. */
    SyncPair withSlots(UnaryOperator<String> to) {
        return new SyncPair(
                to.apply(first),
                to.apply(second),
                clue,
                belief,
                used,
                residualSeconds,
                share,
                rival,
                witnesses,
                agreeing);
    }
}
