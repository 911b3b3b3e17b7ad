package foldback.core.solve;

import foldback.core.solve.adjust.SolveResult;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * How well two lenses agree on their tie points.
 *
 * @param first number of a lens
 * @param second number of the other
 * @param points between them that are believed
 * @param rmsPx root mean square of what they disagree by, pixels
 * @param mostPx what 95 % of them stay below, pixels
 */
public record PairFigures(int first, int second, int points, double rmsPx, double mostPx) {
    /** For each pair that shares points. */
    public static List<PairFigures> of(List<TiePoint> points, SolveResult result) {
        Map<List<Integer>, List<Double>> rests = new TreeMap<>(
                Comparator.<List<Integer>>comparingInt(pair -> pair.get(0)).thenComparingInt(pair -> pair.get(1)));
        for (int i = 0; i < points.size(); i++) {
            if (result.isBelieved(i)) {
                rests.computeIfAbsent(
                                List.of(points.get(i).first(), points.get(i).second()), pair -> new ArrayList<>())
                        .add(result.restPx()[i]);
            }
        }
        List<PairFigures> figures = new ArrayList<>();
        rests.forEach((pair, of) -> {
            double[] sorted = of.stream().mapToDouble(rest -> rest).sorted().toArray();
            double squares = of.stream().mapToDouble(rest -> rest * rest).sum();
            figures.add(new PairFigures(
                    pair.get(0),
                    pair.get(1),
                    sorted.length,
                    Math.sqrt(squares / sorted.length),
                    sorted[(int) (0.95 * (sorted.length - 1))]));
        });
        return figures;
    }
}
