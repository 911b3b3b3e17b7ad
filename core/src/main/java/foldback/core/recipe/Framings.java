package foldback.core.recipe;

import foldback.core.framing.Framing;
import foldback.core.recipe.section.Decisions;
import foldback.core.recipe.section.Section;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;

/** The virtual cameras of a take, in the order in which they were made. */
public record Framings(List<Framing> framings) implements Decisions<Framings> {
    public static final Framings NONE = new Framings(List.of());
    public static final Section<Framings> SECTION = Section.of("framing", Framings.class, NONE);
    public static final int MOST = 50;

    public Framings {
        framings = List.copyOf(framings);
        Set<String> names = new HashSet<>();
        for (Framing framing : framings) {
            if (!names.add(framing.name())) {
                throw new IllegalArgumentException(
                        "Two framings are named '" + framing.name() + "': give one another name.");
            }
        }
    }

    /** @throws IllegalArgumentException where there is none of that name */
    public Framing named(String name) {
        return framings.stream()
                .filter(framing -> framing.name().equals(name))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("The take has no framing '" + name
                        + "': it was renamed or removed. Choose another one, or make it in Framing."));
    }

    /** Which lens is where changes nothing about what is looked at. */
    @Override
    public Framings withSlots(UnaryOperator<String> slotOf) {
        return this;
    }

    @Override
    public Framings showing(Predicate<String> isOn) {
        return this;
    }
}
