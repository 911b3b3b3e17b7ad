package foldback.core.recipe.sync;

import foldback.core.recipe.section.Decisions;
import foldback.core.recipe.section.Section;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;

/**
 * Where the clips' offsets come from; the offsets themselves stand with the clips.
 *
 * @param source where they come from
 * @param measure what the last measurement said, if there was one; kept beside offsets set by hand afterwards
 * @param locked slots whose clips keep their places when offsets are found
 * @param recording sound that was recorded beside the lenses
 */
public record Sync(Source source, Optional<SyncMeasure> measure, Set<String> locked, Optional<SoundRecording> recording)
        implements Decisions<Sync> {
    public static final Sync NONE = from(Source.AS_IT_COMES);
    public static final Section<Sync> SECTION = Section.of("sync", Sync.class, NONE);

    public Sync {
        locked = Set.copyOf(locked);
    }

    /** Of a take without a recording of its own. */
    public Sync(Source source, Optional<SyncMeasure> measure, Set<String> locked) {
        this(source, measure, locked, Optional.empty());
    }

    /** The same with another recording, or none. */
    public Sync withRecording(Optional<SoundRecording> other) {
        return new Sync(source, measure, locked, other);
    }

    /** Offsets that nobody measured. */
    public static Sync from(Source source) {
        return new Sync(source, Optional.empty(), Set.of());
    }

    @Override
    public Sync showing(Predicate<String> isOn) {
        return this;
    }

    @Override
    public Sync withSlots(UnaryOperator<String> to) {
        return new Sync(
                source,
                measure.map(said -> said.withSlots(to)),
                locked.stream().map(to).collect(Collectors.toSet()),
                recording);
    }

    /** Where offsets come from. */
    public enum Source {
        AS_IT_COMES,
        /** By what is heard and seen. */
        MEASURED,
        BY_HAND,
        /** From the timecode in the files. */
        TIMECODE,
        /** From the moments at which the recorders say they began. */
        CLOCK,
        DECLARED
    }
}
