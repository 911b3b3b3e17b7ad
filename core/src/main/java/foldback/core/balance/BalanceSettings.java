package foldback.core.balance;

/**
 * How the balance is measured and judged.
 *
 * @param pairs about as many comparisons in all are asked for: more change no correction by a hundredth of a stop
 * @param leastPlaces at least so many places are looked at in each picture
 * @param curveKnots at how many knots other curves are tried; each costs a look of its own
 * @param minPatches a lens with fewer pairs of patches at each knot is not evened
 * @param sureStops a residual up to this is sure; about a just visible step in a smooth sky
 * @param checkStops a residual up to this is worth a look; beyond, the result is unsettled
 */
public record BalanceSettings(
        int pairs, int leastPlaces, int curveKnots, int minPatches, double sureStops, double checkStops) {
    public static BalanceSettings defaults() {
        return new BalanceSettings(200_000, 1500, 3, 12, 0.03, 0.12);
    }
}
