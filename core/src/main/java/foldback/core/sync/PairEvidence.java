package foldback.core.sync;

/**
 * What the sound of two clips says of their offset.
 *
 * @param first number of a track
 * @param second number of another
 * @param lagSeconds clip time of an event in the first less that in the second
 * @param height of the peak over the correlation's noise, in standard deviations
 * @param rival what the next best peak reaches of it, 0 to 1
 * @param purest the largest share of a short window's sound that both clips have, 0 to 1
 * @param witnesses short windows with a clear peak of their own
 * @param agreeing share of the witnesses that say the same lag
 * @param apartSeconds by how much the earlier and the later witnesses disagree; NaN where there are too few
 * @param used whether it took part in the result
 */
public record PairEvidence(
        int first,
        int second,
        double lagSeconds,
        double height,
        double rival,
        double purest,
        int witnesses,
        double agreeing,
        double apartSeconds,
        boolean used) {

    PairEvidence withUsed(boolean now) {
        return new PairEvidence(
                first, second, lagSeconds, height, rival, purest, witnesses, agreeing, apartSeconds, now);
    }

    /** Whether it can be believed without another. */
    boolean isFirm(SyncSettings settings) {
        boolean many = witnesses >= settings.leastWitnesses()
                && agreeing >= settings.leastAgreeing()
                && apartSeconds <= settings.agreeSeconds();
        boolean plain = purest >= settings.plainShare() && agreeing >= settings.leastAgreeing();
        return height >= settings.sureHeight() && rival <= settings.mostRival() && (many || plain);
    }
}
