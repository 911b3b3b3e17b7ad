package foldback.core.solve;

import foldback.core.match.TiePoint;
import foldback.core.match.points.OverlapCoverage;
import foldback.core.rig.Rig;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * How well two lenses agree on their tie points, each at its best distance.
 *
 * @param first number of a lens
 * @param second number of the other
 * @param points between them that are believed
 * @param rmsRad root mean square of what they disagree by, radians
 * @param mostRad what 95 % of them stay below, radians
 * @param coverage of what both see
 */
public record PairFigures(int first, int second, int points, double rmsRad, double mostRad, OverlapCoverage coverage) {

    /**
     * For each pair that shares points.
     *
     * @param points those that are believed
     */
    public static List<PairFigures> of(Rig rig, List<TiePoint> points) {
        Map<List<Integer>, List<TiePoint>> pairs = new TreeMap<>(
                Comparator.<List<Integer>>comparingInt(pair -> pair.get(0)).thenComparingInt(pair -> pair.get(1)));
        for (TiePoint point : points) {
            pairs.computeIfAbsent(List.of(point.first(), point.second()), pair -> new ArrayList<>())
                    .add(point);
        }
        OverlapCoverage.Gauge gauge = new OverlapCoverage.Gauge(rig);
        List<PairFigures> figures = new ArrayList<>();
        pairs.forEach((pair, of) -> {
            double[] sorted = of.stream()
                    .mapToDouble(point -> PointFit.of(rig, point).residualRad())
                    .filter(rest -> !Double.isNaN(rest))
                    .sorted()
                    .toArray();
            if (sorted.length > 0) {
                figures.add(new PairFigures(
                        pair.get(0),
                        pair.get(1),
                        sorted.length,
                        rms(sorted),
                        sorted[(int) (0.95 * (sorted.length - 1))],
                        gauge.of(pair.get(0), pair.get(1), of)));
            }
        });
        return figures;
    }

    private static double rms(double[] values) {
        double sum = 0;
        for (double value : values) {
            sum += value * value;
        }
        return Math.sqrt(sum / values.length);
    }
}
