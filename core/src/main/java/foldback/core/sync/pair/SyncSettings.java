package foldback.core.sync.pair;

/**
 * When an offset is believed. The thresholds were set on simulated takes that are not among those of the measure.
 *
 * @param sureHeight least height of a pair's peak over the correlation's noise, in standard deviations, to be sure of it
 * @param checkHeight the same for a pair to be used at all
 * @param mostRival most that another lag may explain the same windows, 0 to 1
 * @param windowHeight least height of a short window's own peak for it to be a witness
 * @param plainShare share of a window's sound in common at which it alone is enough: the same bang, not another one
 * @param heardShare share of a window's sound in common at which few agreeing witnesses are worth a check
 * @param leastWitnesses windows that must bear witness where none is that plain
 * @param leastAgreeing share of the witnesses that must agree
 * @param agreeSeconds most by which parts of a take, and ways round the lenses, may disagree
 * @param leastOverlap least time that two clips must share, seconds
 */
public record SyncSettings(
        double sureHeight,
        double checkHeight,
        double mostRival,
        double windowHeight,
        double plainShare,
        double heardShare,
        int leastWitnesses,
        double leastAgreeing,
        double agreeSeconds,
        double leastOverlap) {

    public static SyncSettings defaults() {
        return new SyncSettings(9, 6.5, 0.5, 6, 0.65, 0.27, 4, 0.6, 0.002, 1);
    }
}
