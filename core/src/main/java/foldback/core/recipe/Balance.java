package foldback.core.recipe;

import java.util.List;
import java.util.Optional;

/** Exposure and white balance between the lenses; lenses that are not listed are left as they are. */
public record Balance(Optional<BalanceMeasure> measure, List<LensBalance> lenses) {
    public static final Balance NONE = new Balance(Optional.empty(), List.of());

    public Balance {
        lenses = List.copyOf(lenses);
    }

    public LensBalance of(String slot) {
        return lenses.stream()
                .filter(lens -> lens.slot().equals(slot))
                .findFirst()
                .orElse(new LensBalance(slot, Stops.NONE, Stops.NONE));
    }
}
