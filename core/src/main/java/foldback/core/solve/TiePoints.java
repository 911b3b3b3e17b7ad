package foldback.core.solve;

import java.util.List;

/**
 * The tie points of a take.
 *
 * @param moments take times, seconds, that the points' moments are numbers of
 */
public record TiePoints(List<Double> moments, List<TiePoint> points) {
    public TiePoints {
        moments = List.copyOf(moments);
        points = List.copyOf(points);
    }
}
