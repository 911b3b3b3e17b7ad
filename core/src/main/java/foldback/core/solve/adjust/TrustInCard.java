package foldback.core.solve.adjust;

import foldback.core.rig.MappingError;
import foldback.core.rig.Rig;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.DoubleFunction;
import java.util.stream.IntStream;

/**
 * How far the card of two lenses is trusted. What they share lies at their rims and hardly tells a longer focal length from less
 * distortion: with wide priors the inside of the lenses drifts by half a degree though the card was right to a tenth. So the width of
 * the priors is chosen by the evidence of the points (MacKay 1992).
 */
final class TrustInCard {
    /** Of what is known of focal lengths and distortion: how much better a card may be than its kind, as shares. */
    private static final double[] SHARES = {0.5, 0.25, 0.125, 0.0625};

    private TrustInCard() {}

    /** A rig that was solved, and the priors that it was solved with. */
    record Way(Adjuster.Adjusted adjusted, Priors priors) {
        Rig rig() {
            return adjusted.state().rig();
        }
    }

    /**
     * The way with the most evidence.
     *
     * @param cost {@link LogEvidence#cost}
     * @param othersRad how far the others lie from it over the whole of the lenses, by their evidence, root mean square, radians
     */
    record Chosen(Way way, double cost, double othersRad) {
        /** The one with more evidence. */
        Chosen or(Chosen other) {
            return other.cost < cost ? other : this;
        }
    }

    /** Where there is nothing to choose. */
    static Chosen only(Way way) {
        return new Chosen(way, LogEvidence.cost(way.adjusted(), way.priors()), 0);
    }

    /** @param trusting solves with a share of the priors' width */
    static Chosen choose(Way asItIs, DoubleFunction<Way> trusting) {
        List<Way> ways = new ArrayList<>(List.of(asItIs));
        for (double share : SHARES) {
            ways.add(trusting.apply(share));
        }
        double[] ofNumbers = ways.stream()
                .mapToDouble(way -> LogEvidence.ofNumbers(way.adjusted(), way.priors()))
                .toArray();
        double[] costs = IntStream.range(0, ofNumbers.length)
                .mapToDouble(
                        n -> ofNumbers[n] + LogEvidence.ofDistances(ways.get(n).adjusted()))
                .toArray();
        int best = 0;
        for (int n = 1; n < costs.length; n++) {
            best = costs[n] < costs[best] ? n : best;
        }
        return new Chosen(ways.get(best), costs[best], othersRad(ways, ofNumbers, ways.get(best)));
    }

    /** What distances say of the numbers is rough: it may choose, but it takes no doubt away. */
    private static double othersRad(List<Way> ways, double[] costs, Way chosen) {
        double least = Arrays.stream(costs).min().orElseThrow();
        double squares = 0;
        double weights = 0;
        for (int n = 0; n < costs.length; n++) {
            double weight = Math.exp((least - costs[n]) / 2);
            double apart =
                    MappingError.overLenses(ways.get(n).rig(), chosen.rig()).rms();
            squares += weight * apart * apart;
            weights += weight;
        }
        return Math.sqrt(squares / weights);
    }
}
