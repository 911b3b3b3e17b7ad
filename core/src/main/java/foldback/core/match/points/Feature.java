package foldback.core.match.points;

/**
 * A place of a lens picture that can be known again.
 *
 * @param x in the picture, pixels
 * @param y in the picture, pixels
 * @param ray where it looks by what is known of the lens, in its frame
 * @param bright whether it is a bright spot on dark: only such are alike
 * @param description of length one
 */
record Feature(double x, double y, double[] ray, boolean bright, float[] description) {}
