package foldback.core.matte;

import java.util.List;

/**
 * What is painted in the pictures of a rig's lenses at a moment.
 *
 * @param lenses by lens; empty where nothing is painted in any
 */
public record Mattes(List<LensMatte> lenses) {
    public static final Mattes NONE = new Mattes(List.of());

    public Mattes {
        lenses = List.copyOf(lenses);
    }

    public boolean isNone() {
        return lenses.isEmpty();
    }
}
