package foldback.core.steady;

import foldback.core.motion.RotationTrack;
import foldback.core.space.Rotation;

/** How much a track trembles: what a Gaussian low pass of a stated frequency takes away. */
public final class Jitter {
    private Jitter() {}

    /**
     * At each time of a track, how far it is off its own way around there.
     *
     * @param hertz what is slower does not count
     * @return radians
     */
    public static double[] of(RotationTrack track, double hertz) {
        double sigma = Steadying.HALF_POWER / hertz;
        double[] angles = new double[track.size()];
        for (int n = 0; n < angles.length; n++) {
            angles[n] = offMean(track, n, sigma);
        }
        return angles;
    }

    /** Off a straight way through its surroundings under a Gaussian. */
    private static double offMean(RotationTrack track, int n, double sigma) {
        int from = n;
        while (from > 0 && track.time(n) - track.time(from - 1) <= Steadying.REACH * sigma) {
            from--;
        }
        int to = n + 1;
        while (to < track.size() && track.time(to) - track.time(n) <= Steadying.REACH * sigma) {
            to++;
        }
        Rotation back = track.rotation(n).inverse();
        double[] times = new double[to - from];
        double[][] off = new double[3][to - from];
        for (int k = from; k < to; k++) {
            times[k - from] = track.time(k);
            double[] vector = back.times(track.rotation(k)).vector();
            for (int c = 0; c < 3; c++) {
                off[c][k - from] = vector[c];
            }
        }
        double square = 0;
        for (double[] axis : off) {
            double line = Steadying.line(times, axis, n - from, 0, sigma);
            square += line * line;
        }
        return Math.sqrt(square);
    }

    /** Root mean square of {@link #of}, radians. */
    public static double rms(RotationTrack track, double hertz) {
        double squares = 0;
        for (double angle : of(track, hertz)) {
            squares += angle * angle;
        }
        return Math.sqrt(squares / track.size());
    }

    /** What is left of a rig's turning in a view of it. */
    public static RotationTrack left(RotationTrack worldFromRig, RotationTrack worldFromView) {
        Rotation[] left = new Rotation[worldFromRig.size()];
        for (int n = 0; n < left.length; n++) {
            left[n] = worldFromView.rotation(n).inverse().times(worldFromRig.rotation(n));
        }
        return new RotationTrack(worldFromRig.times(), left);
    }
}
