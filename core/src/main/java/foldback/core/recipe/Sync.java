package foldback.core.recipe;

import java.util.Optional;

/**
 * Where the clips' offsets come from; the offsets themselves stand with the clips.
 *
 * @param source where they come from
 * @param measure what the last measurement said, if there was one; kept beside offsets set by hand afterwards
 */
public record Sync(Source source, Optional<SyncMeasure> measure) {
    public static final Sync NONE = new Sync(Source.AS_IT_COMES, Optional.empty());

    /** Where offsets come from. */
    public enum Source {
        AS_IT_COMES,
        SOUND,
        BY_HAND,
        DECLARED
    }
}
