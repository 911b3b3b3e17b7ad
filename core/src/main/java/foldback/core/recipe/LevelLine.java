package foldback.core.recipe;

import foldback.core.level.GuideLine;
import java.util.List;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;

/**
 * A line that says which way is up, as it was drawn: held in the lenses' own pictures, so that it stays on what it was drawn along whatever
 * is solved, levelled or steadied afterwards.
 *
 * @param seconds take time at which it was drawn
 * @param points at least two, from one end to the other
 */
public record LevelLine(GuideLine.Kind kind, double seconds, List<LensPoint> points) {

    /** A place in a lens's picture, pixels from its left and upper edge. */
    public record LensPoint(String slot, double x, double y) {}

    public LevelLine {
        points = List.copyOf(points);
        if (points.size() < 2) {
            throw new IllegalArgumentException("a line needs two points or more: " + points.size());
        }
        if (!Double.isFinite(seconds)) {
            throw new IllegalArgumentException("a line's time must be finite: " + seconds);
        }
    }

    LevelLine withSlots(UnaryOperator<String> slotOf) {
        return new LevelLine(
                kind,
                seconds,
                points.stream()
                        .map(point -> new LensPoint(slotOf.apply(point.slot()), point.x(), point.y()))
                        .toList());
    }

    /** Whether all lenses that it lies in are among these. */
    public boolean isSeenBy(Predicate<String> isOn) {
        return points.stream().allMatch(point -> isOn.test(point.slot()));
    }
}
