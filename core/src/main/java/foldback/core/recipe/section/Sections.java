package foldback.core.recipe.section;

import java.util.HashMap;
import java.util.Map;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;

/** Sections with what they hold; immutable. Neutral values are not held, so that equal decisions are equal. */
public final class Sections {
    public static final Sections EMPTY = new Sections(Map.of());

    private final Map<String, Decisions<?>> held;

    private Sections(Map<String, Decisions<?>> held) {
        this.held = Map.copyOf(held);
    }

    /** @throws IllegalArgumentException where the section is required and missing */
    public <D extends Decisions<D>> D of(Section<D> section) {
        Decisions<?> value = held.get(section.name());
        return value != null
                ? section.type().cast(value)
                : section.neutral()
                        .orElseThrow(() ->
                                new IllegalArgumentException("a recipe needs a section '" + section.name() + "'"));
    }

    /** The same with another value in a section. */
    public <D extends Decisions<D>> Sections with(Section<D> section, D value) {
        Map<String, Decisions<?>> changed = new HashMap<>(held);
        if (section.neutral().filter(value::equals).isPresent()) {
            changed.remove(section.name());
        } else {
            changed.put(section.name(), value);
        }
        return new Sections(changed);
    }

    private Sections map(UnaryOperator<Decisions<?>> change) {
        Map<String, Decisions<?>> changed = new HashMap<>(held);
        changed.replaceAll((name, value) -> change.apply(value));
        return new Sections(changed);
    }

    /** The same for clips that went to other slots. */
    public Sections withSlots(UnaryOperator<String> slotOf) {
        return map(value -> value.withSlots(slotOf));
    }

    /** What of all sections counts while only some lenses are on. */
    public Sections showing(Predicate<String> isOn) {
        return map(value -> value.showing(isOn));
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Sections sections && held.equals(sections.held);
    }

    @Override
    public int hashCode() {
        return held.hashCode();
    }
}
