package foldback.core.sync.pair;

/**
 * How far two clips lie apart, over time.
 *
 * @param atSeconds clip time in the first clip at which the lag holds
 * @param lagSeconds clip time of an event in the first less that in the second
 * @param sigmaSeconds standard error of the lag
 * @param slope seconds by which the lag grows in a second of the first
 * @param slopeSigma its standard error; infinite where the overlap is too short to tell
 */
public record PairLag(double atSeconds, double lagSeconds, double sigmaSeconds, double slope, double slopeSigma) {

    /** The lag at a clip time of the first clip, seconds. */
    public double at(double seconds) {
        return lagSeconds + slope * (seconds - atSeconds);
    }

    /** By how much it disagrees with offsets and drifts: an event at its clip times is one in take time, seconds. */
    double residual(int first, int second, double[] offsets, double[] drifts) {
        double there = atSeconds - lagSeconds;
        return offsets[second] + there * (1 + drifts[second]) - offsets[first] - atSeconds * (1 + drifts[first]);
    }
}
