package foldback.core.match;

/**
 * One world point found in two lens pictures at one moment.
 *
 * @param first number of the lens in the rig
 * @param x1 where it is in the first lens's picture, pixels
 * @param y1 where it is in the first lens's picture, pixels
 * @param second number of the other lens
 * @param x2 where it is in the other lens's picture, pixels
 * @param y2 where it is in the other lens's picture, pixels
 * @param spread how exactly it is placed in the other lens's picture, as far as it can be told
 * @param moment number of the moment at which it was found
 * @param origin who found it
 */
public record TiePoint(
        int first, double x1, double y1, int second, double x2, double y2, Spread spread, int moment, Origin origin) {

    /** Who found a point. */
    public enum Origin {
        FOUND,
        BY_HAND
    }

    public TiePoint {
        if (first == second) {
            throw new IllegalArgumentException("a tie point is in two lenses: " + first);
        }
    }

    /** The same for lenses of other numbers. */
    public TiePoint withLenses(int one, int other) {
        return new TiePoint(one, x1, y1, other, x2, y2, spread, moment, origin);
    }
}
