package foldback.engine.sync;

import foldback.core.sync.pair.Clue;
import foldback.core.time.TimeSpan;
import java.util.Optional;
import java.util.Set;

/**
 * How offsets are to be found.
 *
 * @param clues to look at; none for the sound, and the pictures too where it leaves a doubt
 * @param window take time, by the clips' present places, outside which nothing is looked at
 * @param locked slots whose clips keep their places
 */
public record SyncRequest(Set<Clue> clues, Optional<TimeSpan> window, Set<String> locked) {
    public static final SyncRequest PLAIN = new SyncRequest(Set.of(), Optional.empty(), Set.of());

    public SyncRequest {
        clues = Set.copyOf(clues);
        locked = Set.copyOf(locked);
    }
}
