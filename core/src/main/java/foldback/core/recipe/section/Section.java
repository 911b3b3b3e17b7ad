package foldback.core.recipe.section;

import java.util.Optional;

/**
 * A stage's place in a recipe.
 *
 * @param name in documents
 * @param neutral what it holds while nothing was decided; none where a recipe cannot do without
 */
public record Section<D extends Decisions<D>>(String name, Class<D> type, Optional<D> neutral) {

    /** A section that recipes may leave out. */
    public static <D extends Decisions<D>> Section<D> of(String name, Class<D> type, D neutral) {
        return new Section<>(name, type, Optional.of(neutral));
    }

    /** A section that every recipe has. */
    public static <D extends Decisions<D>> Section<D> required(String name, Class<D> type) {
        return new Section<>(name, type, Optional.empty());
    }
}
