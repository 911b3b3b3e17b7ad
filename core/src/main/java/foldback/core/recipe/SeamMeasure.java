package foldback.core.recipe;

/**
 * What was measured at the seams of a take.
 *
 * @param algorithm that measured; another one's fields are not used
 * @param fromSeconds take time
 * @param toSeconds take time
 * @param apartRad how far apart lenses show the same there, root mean square over the worst seam at the worst moment
 * @param worstSeconds that moment
 */
public record SeamMeasure(int algorithm, double fromSeconds, double toSeconds, double apartRad, double worstSeconds) {}
