package foldback.core.balance;

import foldback.core.overlap.PatchPair;
import foldback.core.picture.ColourTags;
import foldback.core.run.Run;
import foldback.core.tone.Transfer;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Whether footage bears out the curve that it is taken to have: with the right one, lenses of different exposure differ by the same
 * stops in dark and in bright places; with a wrong one they do not.
 */
public final class CurveCheck {
    /** Curves that cameras record with. */
    public static final List<ColourTags.Curve> CANDIDATES = List.of(
            ColourTags.Curve.BT709,
            ColourTags.Curve.HLG,
            ColourTags.Curve.PQ,
            ColourTags.Curve.ACESCCT,
            ColourTags.Curve.CINEON);

    /** An unevenness below that is nothing: 3 of 255 codes between dark and bright. */
    private static final double UNEVEN = 0.012;
    /** Another curve explains the footage if it leaves so little of it. */
    private static final double EXPLAINS = 0.4;

    private static final int LEAST_PAIRS = 30;

    private CurveCheck() {}

    /**
     * Looks for a curve that the footage bears out better.
     *
     * @param kinds of the lenses, see {@link LightSolver}
     * @param pairs of some knots, read by each candidate and by the curve itself
     * @param taken the curve that the footage is taken to have
     * @return the better one, if there is a clearly better one
     */
    public static Optional<ColourTags.Curve> better(
            int[] kinds, double[] knots, Map<ColourTags.Curve, List<PatchPair>> pairs, ColourTags.Curve taken) {
        double own = unevenness(kinds, knots, pairs.get(taken), taken);
        if (!(own > UNEVEN)) {
            return Optional.empty();
        }
        ColourTags.Curve best = taken;
        double least = own;
        for (Map.Entry<ColourTags.Curve, List<PatchPair>> each : pairs.entrySet()) {
            double uneven = unevenness(kinds, knots, each.getValue(), each.getKey());
            if (uneven < least) {
                least = uneven;
                best = each.getKey();
            }
        }
        return least < EXPLAINS * own ? Optional.of(best) : Optional.empty();
    }

    /** Root of the mean square over seams of what bright places differ more than dark ones, as a share of the signal. */
    private static double unevenness(int[] kinds, double[] knots, List<PatchPair> pairs, ColourTags.Curve curve) {
        if (pairs.size() < LEAST_PAIRS) {
            return Double.NaN;
        }
        LightSolution found = LightSolver.solve(kinds, knots, pairs, Run.QUIET);
        Map<List<Integer>, List<double[]>> bySeam = new LinkedHashMap<>();
        double[] lights = pairs.stream()
                .mapToDouble(pair -> pair.firstLight()[1])
                .sorted()
                .toArray();
        for (PatchPair pair : pairs) {
            double residual = pair.residualStops(found.stops()[pair.knot()], found.vignettings(), 1);
            bySeam.computeIfAbsent(List.of(pair.first(), pair.second()), key -> new ArrayList<>())
                    .add(new double[] {pair.firstLight()[1] * pair.secondLight()[1], residual});
        }
        double square = 0;
        double weight = 0;
        for (List<double[]> seam : bySeam.values()) {
            if (seam.size() >= LEAST_PAIRS) {
                seam.sort((a, b) -> Double.compare(a[0], b[0]));
                int third = seam.size() / 3;
                double differs =
                        median(seam.subList(seam.size() - third, seam.size())) - median(seam.subList(0, third));
                square += seam.size() * differs * differs;
                weight += seam.size();
            }
        }
        Transfer transfer = Transfer.of(curve);
        double middle = lights[lights.length / 2];
        double signalAStop = transfer.toSignal(2 * middle) - transfer.toSignal(middle);
        return weight == 0 ? Double.NaN : Math.sqrt(square / weight) * signalAStop;
    }

    private static double median(List<double[]> residuals) {
        double[] sorted =
                residuals.stream().mapToDouble(residual -> residual[1]).toArray();
        Arrays.sort(sorted);
        return sorted[sorted.length / 2];
    }
}
