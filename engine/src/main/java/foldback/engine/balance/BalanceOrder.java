package foldback.engine.balance;

import foldback.core.recipe.Recipe;
import foldback.core.recipe.light.Balance;
import foldback.core.recipe.light.Highlights;
import java.util.Arrays;
import java.util.Optional;

/**
 * How lenses are to be evened out.
 *
 * @param reference the slot of the lens that is left as it is; empty or null for their mean
 * @param highlights what becomes of bright places that are lifted over full scale; null for what was chosen before, and at first
 *     for what cuts nothing off
 */
record BalanceOrder(String reference, String highlights) {

    /** The recipe with these wishes. */
    Recipe on(Recipe recipe) {
        Optional<String> slot = Optional.ofNullable(reference).filter(text -> !text.isBlank());
        if (slot.isPresent()
                && recipe.showing().rig().lenses().stream()
                        .noneMatch(lens -> lens.slot().equals(slot.get()))) {
            throw new IllegalArgumentException(
                    "'reference' must be a lens of the take that is on: '" + reference + "'");
        }
        Highlights way = highlights == null ? asBefore(recipe.balance()) : named(highlights);
        Balance balance = recipe.balance().withReference(slot).withHighlights(way);
        return recipe.with(Balance.SECTION, balance);
    }

    /** What nobody has chosen yet shall not cut off what the source shows. */
    private static Highlights asBefore(Balance balance) {
        return balance.measure().isPresent() ? balance.highlights() : Highlights.SHOULDER;
    }

    private static Highlights named(String highlights) {
        return Arrays.stream(Highlights.values())
                .filter(each -> each.word().equals(highlights))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException(
                        "'highlights' must be cut, lower or shoulder: '" + highlights + "'"));
    }
}
