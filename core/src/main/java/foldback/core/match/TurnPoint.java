package foldback.core.match;

/**
 * One world point found in a lens picture of one moment and in one of another, between which the rig turned: it crossed the lens, or
 * went over into another one, and tells what the lens is like inside, where no other lens looks.
 *
 * @param first number of the lens in the rig that saw it at the reference moment
 * @param x1 where it is in that lens's picture, pixels
 * @param y1 where it is in that lens's picture, pixels
 * @param second number of the lens that saw it at the other moment; often the same
 * @param x2 where it is in that lens's picture, pixels
 * @param y2 where it is in that lens's picture, pixels
 * @param spread how exactly it is placed in the other moment's picture, as far as it can be told
 * @param turn number of the other moment among those that the rig turned to
 */
public record TurnPoint(int first, double x1, double y1, int second, double x2, double y2, Spread spread, int turn) {

    /** The same for lenses of other numbers. */
    TurnPoint withLenses(int one, int other) {
        return new TurnPoint(one, x1, y1, other, x2, y2, spread, turn);
    }
}
