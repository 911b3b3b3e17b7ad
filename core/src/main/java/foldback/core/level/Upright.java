package foldback.core.level;

import foldback.core.space.Direction;
import java.util.List;

/**
 * Which way is up, as lines say.
 *
 * @param up the direction
 * @param expectedRad how far off it is expected to be, root mean square
 * @param fits of the lines, in their order
 */
public record Upright(Direction up, double expectedRad, List<Fit> fits) {

    public Upright {
        fits = List.copyOf(fits);
    }

    /**
     * How a line fits.
     *
     * @param residualRad how far it is from plumb or level
     * @param influenceRad how far the upright would turn without it
     * @param disagrees whether the others agree on something that it contradicts; it counts for nothing then
     */
    public record Fit(double residualRad, double influenceRad, boolean disagrees) {}

    /** How many lines agree. */
    public long agreeing() {
        return fits.stream().filter(fit -> !fit.disagrees()).count();
    }
}
