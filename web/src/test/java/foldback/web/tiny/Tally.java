package foldback.web.tiny;

import foldback.core.recipe.section.Decisions;
import foldback.core.recipe.section.Section;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;

/** A number of things that somebody counted. */
record Tally(int count) implements Decisions<Tally> {
    static final Section<Tally> SECTION = Section.of("tiny", Tally.class, new Tally(0));

    @Override
    public Tally withSlots(UnaryOperator<String> slotOf) {
        return this;
    }

    @Override
    public Tally showing(Predicate<String> isOn) {
        return this;
    }
}
