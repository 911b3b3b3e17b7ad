package foldback.core.sync.pair;

/**
 * What one clue says of the offset of two clips.
 *
 * @param first number of a clip
 * @param second number of another
 * @param height of the peak over the correlation's noise, in standard deviations
 * @param rival how nearly another lag explains the same windows: 0 not at all, 1 as well
 * @param share of what the clue sees in one place that both clips have: for sound in the purest of its windows, for motion in
 *     all, for light of the events; 0 to 1
 * @param witnesses windows or events that say a lag of their own
 * @param agreeing share of the witnesses that say the same lag
 * @param apartSeconds by how much the earlier and the later witnesses disagree; NaN where there are too few
 * @param belief how far it can be believed, by the clue's own rule
 * @param used whether it took part in the result
 */
public record PairEvidence(
        int first,
        int second,
        Clue clue,
        PairLag lag,
        double height,
        double rival,
        double share,
        int witnesses,
        double agreeing,
        double apartSeconds,
        Belief belief,
        boolean used) {
    /** Locked clips stay where they are to a microsecond. */
    private static final double LOCK_SIGMA = 1e-6;

    /** How many standard errors it may be away from what all together say. */
    private static final double MOST_SIGMAS = 4;

    /** That two clips lie where somebody locked them, with these offsets. */
    public static PairEvidence locked(int first, int second, double firstOffset, double secondOffset) {
        PairLag lag = new PairLag(0, secondOffset - firstOffset, LOCK_SIGMA, 0, Double.POSITIVE_INFINITY);
        return new PairEvidence(first, second, Clue.HAND, lag, Double.MAX_VALUE, 0, 1, 1, 1, 0, Belief.FIRM, false);
    }

    public PairEvidence asUsed() {
        return new PairEvidence(
                first, second, clue, lag, height, rival, share, witnesses, agreeing, apartSeconds, belief, true);
    }

    public boolean isFirm() {
        return belief == Belief.FIRM;
    }

    /** By how much it disagrees with offsets and drifts, seconds; signed. */
    public double residual(double[] offsets, double[] drifts) {
        return lag.residual(first, second, offsets, drifts);
    }

    /** Whether it agrees with offsets and drifts as well as its clue can tell. */
    public boolean fits(double[] offsets, double[] drifts, double agreeSeconds) {
        return Math.abs(residual(offsets, drifts)) <= Math.max(agreeSeconds, MOST_SIGMAS * lag.sigmaSeconds());
    }
}
