package foldback.core.recipe;

import foldback.core.steady.SteadySettings;
import java.util.Optional;

/**
 * What a named range of a take has of its own; what is empty is as the take has it.
 *
 * @param level how it is levelled and faced
 * @param steady what of the rig's turning it shows; what was measured of it is the take's
 * @param framing its virtual cameras
 */
public record RangeValues(Optional<Level> level, Optional<SteadySettings> steady, Optional<Framings> framing) {

    /** A take's recipe with these in place of its own. */
    public Recipe in(Recipe take) {
        Recipe levelled = level.map(own -> take.with(Level.SECTION, own)).orElse(take);
        Recipe steadied = steady.map(own -> levelled.with(
                        Steady.SECTION, levelled.of(Steady.SECTION).showing(own)))
                .orElse(levelled);
        return framing.map(own -> steadied.with(Framings.SECTION, own)).orElse(steadied);
    }
}
