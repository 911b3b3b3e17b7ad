package foldback.core.recipe;

import foldback.core.recipe.section.Decisions;
import foldback.core.recipe.section.Section;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;

/**
 * Parts of a take that were marked and named, to be handed over or worked on.
 *
 * @param ranges in the order in which they were marked
 */
public record Ranges(List<Range> ranges) implements Decisions<Ranges> {
    public static final int MOST = 100;
    public static final int MOST_NAME = 60;
    public static final Ranges NONE = new Ranges(List.of());
    public static final Section<Ranges> SECTION = Section.of("ranges", Ranges.class, NONE);

    /**
     * A part of a take.
     *
     * @param name for people, and for names of files
     * @param from take time of its start, seconds
     * @param to take time of its end
     * @param own what it has of its own when it is handed over
     */
    public record Range(String name, double from, double to, Optional<RangeValues> own) {
        public Range {
            if (name.isBlank() || name.length() > MOST_NAME || !name.equals(name.strip())) {
                throw new IllegalArgumentException("a range's name has 1 to " + MOST_NAME
                        + " characters, and no spaces at its ends: '" + name + "'");
            }
            if (!(from < to) || !Double.isFinite(from) || !Double.isFinite(to)) {
                throw new IllegalArgumentException(
                        "Range '%s' ends after it starts: from %.3f to %.3f s.".formatted(name, from, to));
            }
        }
    }

    /** A take's recipe as one of its ranges is to be handed over; as it is where none is named so. */
    public static Recipe applied(Recipe take, String name) {
        return take.of(SECTION).ranges.stream()
                .filter(range -> range.name().equals(name))
                .findFirst()
                .flatMap(Range::own)
                .map(own -> own.in(take))
                .orElse(take);
    }

    public Ranges {
        ranges = List.copyOf(ranges);
        if (ranges.size() > MOST) {
            throw new IllegalArgumentException("a take has " + MOST + " named ranges at most: " + ranges.size());
        }
        if (ranges.stream().map(Range::name).distinct().count() < ranges.size()) {
            throw new IllegalArgumentException("ranges of a take have a name each");
        }
    }

    @Override
    public Ranges withSlots(UnaryOperator<String> slotOf) {
        return this;
    }

    @Override
    public Ranges showing(Predicate<String> isOn) {
        return this;
    }
}
