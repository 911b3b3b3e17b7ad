package foldback.core.match;

import foldback.core.rig.Rig;
import java.util.List;

/**
 * The tie points of a take.
 *
 * @param moments take times, seconds, that the points' moments are numbers of
 * @param turns what the lenses saw from the first of the moments and from where the rig turned to
 * @param turned take times, seconds, that it had turned by, one for each of the turns
 */
public record TiePoints(List<Double> moments, List<TiePoint> points, Turns turns, List<Double> turned) {
    public static final TiePoints NONE = new TiePoints(List.of(), List.of());

    public TiePoints {
        moments = List.copyOf(moments);
        points = List.copyOf(points);
        turned = List.copyOf(turned);
    }

    /** Of a rig that stood still. */
    public TiePoints(List<Double> moments, List<TiePoint> points) {
        this(moments, points, Turns.NONE, List.of());
    }

    /** The same with other points between the lenses. */
    public TiePoints with(List<Double> otherMoments, List<TiePoint> otherPoints) {
        return new TiePoints(otherMoments, otherPoints, turns, turned);
    }

    /**
     * The points between some of the lenses, numbered as those are.
     *
     * @param all the rig whose lenses the points' numbers are of
     * @param some of its lenses
     */
    public TiePoints between(Rig all, Rig some) {
        List<String> slots = some.slots();
        int[] number = all.lenses().stream()
                .mapToInt(lens -> slots.indexOf(lens.slot()))
                .toArray();
        return new TiePoints(
                moments,
                points.stream()
                        .filter(point -> number[point.first()] >= 0 && number[point.second()] >= 0)
                        .map(point -> point.withLenses(number[point.first()], number[point.second()]))
                        .toList(),
                turns.withLenses(number),
                turned);
    }
}
