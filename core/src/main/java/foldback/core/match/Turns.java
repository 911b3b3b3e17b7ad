package foldback.core.match;

import foldback.core.space.Rotation;
import java.util.List;

/**
 * Moments that the rig turned to, or was carried to, and what it saw both there and at the reference moment, which is moment 0 of its tie
 * points.
 *
 * @param points whose {@link TurnPoint#turn} is a number of the turns
 */
public record Turns(List<Turn> turns, List<TurnPoint> points) {
    public static final Turns NONE = new Turns(List.of(), List.of());

    /**
     * One that tells something.
     *
     * @param moment its number among those that were offered
     * @param referenceFromTurned about: from the rig's frame as it stood then to its frame at the reference moment
     */
    public record Turn(int moment, Rotation referenceFromTurned) {}

    public Turns {
        turns = List.copyOf(turns);
        points = List.copyOf(points);
    }

    /** The same for lenses of other numbers, -1 for those that are not there any more. */
    Turns withLenses(int[] number) {
        return new Turns(
                turns,
                points.stream()
                        .filter(point -> number[point.first()] >= 0 && number[point.second()] >= 0)
                        .map(point -> point.withLenses(number[point.first()], number[point.second()]))
                        .toList());
    }
}
