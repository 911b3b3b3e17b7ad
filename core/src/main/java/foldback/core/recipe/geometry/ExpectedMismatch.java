package foldback.core.recipe.geometry;

/**
 * What a solved rig is expected to be off by, root mean square, radians.
 *
 * @param seamsRad by how much two lenses disagree on far things where their pictures meet
 * @param lensRad mapping error over the whole of the lenses
 */
public record ExpectedMismatch(double seamsRad, double lensRad) {}
