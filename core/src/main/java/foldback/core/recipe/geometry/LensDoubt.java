package foldback.core.recipe.geometry;

import java.util.List;

/**
 * How well a lens's numbers are decided: standard deviations.
 *
 * @param slot of the lens
 * @param turnRad of where it points against the mean of all lenses, radians
 * @param focalShare of its focal length
 * @param centrePx of its centre, pixels
 * @param undecided names of what the points say no more of than was known before
 */
public record LensDoubt(String slot, double turnRad, double focalShare, double centrePx, List<String> undecided) {

    public LensDoubt {
        undecided = List.copyOf(undecided);
    }
}
