package foldback.core.match;

import foldback.core.rig.Rig;
import java.util.List;

/**
 * The tie points of a take.
 *
 * @param moments take times, seconds, that the points' moments are numbers of
 */
public record TiePoints(List<Double> moments, List<TiePoint> points) {
    public static final TiePoints NONE = new TiePoints(List.of(), List.of());

    public TiePoints {
        moments = List.copyOf(moments);
        points = List.copyOf(points);
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
                        .toList());
    }
}
