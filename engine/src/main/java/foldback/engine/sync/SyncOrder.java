package foldback.engine.sync;

import foldback.core.sync.pair.Clue;
import foldback.core.time.TimeSpan;
import foldback.engine.document.Asked;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * How a page asks for offsets.
 *
 * @param use sound, motion or light; none for what is needed
 * @param from take time, seconds, before which nothing is looked at; null for all
 * @param to take time, seconds, behind which nothing is looked at; null for all
 * @param locked slots that stay where they are
 */
record SyncOrder(List<String> use, Double from, Double to, List<String> locked) {

    SyncRequest request() {
        Set<Clue> clues =
                Asked.listOrNone(use, "use").stream().map(SyncOrder::clue).collect(Collectors.toSet());
        if ((from == null) != (to == null) || from != null && !(to > from)) {
            throw new IllegalArgumentException("A stretch to look at needs a beginning and an end behind it.");
        }
        return new SyncRequest(
                clues,
                from == null ? Optional.empty() : Optional.of(new TimeSpan(from, to)),
                Set.copyOf(Asked.listOrNone(locked, "locked")));
    }

    private static Clue clue(String word) {
        try {
            return Clue.valueOf(word.toUpperCase(Locale.ROOT));
        } catch (IllegalArgumentException unknown) {
            throw new IllegalArgumentException("Offsets are found by sound, motion or light, not by '" + word + "'.");
        }
    }
}
