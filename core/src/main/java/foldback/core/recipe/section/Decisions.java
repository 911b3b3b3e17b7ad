package foldback.core.recipe.section;

import java.util.function.Predicate;
import java.util.function.UnaryOperator;

/**
 * What one stage decided about a take; a value.
 *
 * @param <D> the implementing type itself
 */
public interface Decisions<D extends Decisions<D>> {

    /**
     * The same for clips that went to other slots.
     *
     * @param slotOf gives for each slot the one that its clip goes to
     */
    D withSlots(UnaryOperator<String> slotOf);

    /** What of it counts while only some lenses are on. */
    D showing(Predicate<String> isOn);
}
