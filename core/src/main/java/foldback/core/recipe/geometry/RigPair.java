package foldback.core.recipe.geometry;

/**
 * What two lenses say of a solved rig.
 *
 * @param first slot
 * @param second slot
 * @param points between them that are believed
 * @param rmsRad root mean square of what they disagree by, radians
 * @param mostRad what 95 % of them stay below, radians
 * @param covered share of what both see that has points near it
 */
public record RigPair(String first, String second, int points, double rmsRad, double mostRad, double covered) {}
