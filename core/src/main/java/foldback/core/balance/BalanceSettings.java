package foldback.core.balance;

/**
 * How the balance is judged.
 *
 * @param minPatches a lens with fewer pairs of patches at each knot is not evened
 * @param sureStops a residual up to this is sure; about a just visible step in a smooth sky
 * @param checkStops a residual up to this is worth a look; beyond, the result is unsettled
 */
public record BalanceSettings(int minPatches, double sureStops, double checkStops) {
    public static BalanceSettings defaults() {
        return new BalanceSettings(12, 0.03, 0.12);
    }
}
