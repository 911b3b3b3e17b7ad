package foldback.core.sync;

/**
 * What one clue says of the offset of two clips.
 *
 * @param first number of a track
 * @param second number of another
 * @param atSeconds clip time in the first at which the lag holds
 * @param lagSeconds clip time of an event in the first less that in the second
 * @param sigmaSeconds standard error of the lag
 * @param slope seconds by which the lag grows in a second of the first
 * @param slopeSigma its standard error; infinite where the overlap is too short to tell
 * @param height of the peak over the correlation's noise, in standard deviations
 * @param rival how nearly another lag explains the same windows: 0 not at all, 1 as well
 * @param purest the largest share of a short window's signal that both clips have, 0 to 1
 * @param witnesses short windows with a clear peak of their own
 * @param agreeing share of the witnesses that say the same lag
 * @param apartSeconds by how much the earlier and the later witnesses disagree; NaN where there are too few
 * @param used whether it took part in the result
 */
public record PairEvidence(
        int first,
        int second,
        Clue clue,
        double atSeconds,
        double lagSeconds,
        double sigmaSeconds,
        double slope,
        double slopeSigma,
        double height,
        double rival,
        double purest,
        int witnesses,
        double agreeing,
        double apartSeconds,
        boolean used) {

    PairEvidence asUsed() {
        return new PairEvidence(
                first,
                second,
                clue,
                atSeconds,
                lagSeconds,
                sigmaSeconds,
                slope,
                slopeSigma,
                height,
                rival,
                purest,
                witnesses,
                agreeing,
                apartSeconds,
                true);
    }

    /** Whether it says something at all. */
    boolean isUsable(SyncSettings settings) {
        boolean many = height >= settings.checkHeight() && witnesses >= settings.leastWitnesses();
        boolean heard = purest >= settings.heardShare() && (witnesses >= 2 || height >= settings.checkHeight());
        return rival <= settings.mostRival() && agreeing >= settings.leastAgreeing() && (many || heard);
    }

    /** Whether it can be believed without another. */
    public boolean isFirm(SyncSettings settings) {
        boolean many = height >= settings.sureHeight()
                && witnesses >= settings.leastWitnesses()
                && agreeing >= settings.leastAgreeing()
                && apartSeconds <= settings.agreeSeconds();
        boolean plain = purest >= settings.plainShare() && agreeing >= settings.leastAgreeing();
        return rival <= settings.mostRival() && (many || plain);
    }

    /** By how much it disagrees with offsets and drifts: an event at its clip times is one in take time, seconds. */
    double residual(double[] offsets, double[] drifts) {
        double there = atSeconds - lagSeconds;
        return offsets[second] + there * (1 + drifts[second]) - offsets[first] - atSeconds * (1 + drifts[first]);
    }
}
