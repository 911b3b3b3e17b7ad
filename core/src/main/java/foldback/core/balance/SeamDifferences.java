package foldback.core.balance;

import foldback.core.overlap.PatchPair;
import foldback.core.tone.Vignetting;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/** By how much two lenses differ at their seams over time: the part that is the same all along one, which is what shows. */
public record SeamDifferences(List<Seam> seams) {
    private static final int CHANNELS = 3;
    /** The median of fewer places says little. */
    private static final int LEAST = 8;

    /**
     * One seam.
     *
     * @param stops of each knot: root of the mean square over the channels of the first's median difference over the second; NaN where
     *     too little was found
     * @param pairs how many places it rests on, over all knots
     */
    public record Seam(int first, int second, double[] stops, int pairs) {}

    /**
     * Measures.
     *
     * @param stops of each knot and lens: corrections of red, green and blue
     * @param vignettings of each lens, given back
     */
    public static SeamDifferences of(List<PatchPair> pairs, double[][][] stops, List<Vignetting> vignettings) {
        Map<List<Integer>, List<PatchPair>> bySeam = new TreeMap<>((a, b) -> Arrays.compare(
                a.stream().mapToInt(i -> i).toArray(),
                b.stream().mapToInt(i -> i).toArray()));
        for (PatchPair pair : pairs) {
            bySeam.computeIfAbsent(List.of(pair.first(), pair.second()), key -> new ArrayList<>())
                    .add(pair);
        }
        List<Seam> seams = new ArrayList<>();
        bySeam.forEach((lenses, own) -> {
            Map<Integer, List<PatchPair>> byKnot = own.stream().collect(Collectors.groupingBy(PatchPair::knot));
            double[] over = IntStream.range(0, stops.length)
                    .mapToDouble(t -> difference(byKnot.getOrDefault(t, List.of()), stops[t], vignettings))
                    .toArray();
            seams.add(new Seam(lenses.get(0), lenses.get(1), over, own.size()));
        });
        return new SeamDifferences(seams);
    }

    private static double difference(List<PatchPair> pairs, double[][] stops, List<Vignetting> vignettings) {
        if (pairs.size() < LEAST) {
            return Double.NaN;
        }
        double square = 0;
        for (int c = 0; c < CHANNELS; c++) {
            int channel = c;
            double[] rests = pairs.stream()
                    .mapToDouble(pair -> pair.residualStops(stops, vignettings, channel))
                    .sorted()
                    .toArray();
            double median = (rests[(rests.length - 1) / 2] + rests[rests.length / 2]) / 2;
            square += median * median / CHANNELS;
        }
        return Math.sqrt(square);
    }

    /** Root of the mean square over all seams and knots, stops; NaN where there are none. */
    public double stops() {
        return Math.sqrt(seams.stream()
                .flatMapToDouble(seam -> Arrays.stream(seam.stops()))
                .filter(stops -> !Double.isNaN(stops))
                .map(stops -> stops * stops)
                .average()
                .orElse(Double.NaN));
    }
}
