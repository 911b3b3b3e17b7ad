package foldback.core.balance;

/**
 * One place of the sphere seen by two lenses: their mean linear light in red, green and blue.
 *
 * @param first index of a lens
 * @param second index of another
 */
public record PatchPair(int first, int second, double[] firstLight, double[] secondLight) {}
