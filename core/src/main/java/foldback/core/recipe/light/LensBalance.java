package foldback.core.recipe.light;

import foldback.core.keys.Track;

/** Exposure and white balance of one lens: what was measured, and what was set by hand on top. */
public record LensBalance(String slot, Track<Stops> measured, Track<Trim> trim) {

    /** Left as it is. */
    public static LensBalance none(String slot) {
        return new LensBalance(slot, Track.still(Stops.NONE), Track.still(Trim.NONE));
    }
}
