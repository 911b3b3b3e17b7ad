package foldback.core.balance;

/**
 * How the balance is measured and judged.
 *
 * @param minPatches fewer pairs of patches than this settle nothing
 * @param sureStops a residual up to this is sure; about a just visible step in a smooth sky
 * @param checkStops a residual up to this is worth a look; beyond, the result is unsettled
 */
public record BalanceSettings(int minPatches, double sureStops, double checkStops) {
    public static BalanceSettings defaults() {
        return new BalanceSettings(24, 0.05, 0.15);
    }
}
