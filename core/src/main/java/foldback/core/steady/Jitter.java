package foldback.core.steady;

import foldback.core.motion.RotationTrack;
import foldback.core.space.Rotation;
import org.ejml.data.DMatrixRMaj;
import org.ejml.dense.row.CommonOps_DDRM;

/** How much a track trembles: what a low pass of a stated frequency takes away. */
public final class Jitter {
    /** Of the kernel that a parabola under a Gaussian is: where exp(-u) (1 + u) is the root of a half, u = 1.078 = (2 pi f sigma)^2 / 2. */
    private static final double HALF_POWER = Math.sqrt(2 * 1.078) / (2 * Math.PI);

    private Jitter() {}

    /**
     * At each time of a track, how far it is off its own way around there.
     *
     * @param hertz what is slower does not count
     * @return radians
     */
    public static double[] of(RotationTrack track, double hertz) {
        double sigma = HALF_POWER / hertz;
        double[] angles = new double[track.size()];
        for (int n = 0; n < angles.length; n++) {
            angles[n] = offMean(track, n, sigma);
        }
        return angles;
    }

    /** Off a parabola through its surroundings under a Gaussian: what turns slowly, however far, leaves next to nothing. */
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
            double way = parabola(times, axis, n - from, sigma);
            square += way * way;
        }
        return Math.sqrt(square);
    }

    /** The value at one of the times of the parabola that fits best around there. */
    private static double parabola(double[] times, double[] values, int n, double sigma) {
        DMatrixRMaj a = new DMatrixRMaj(3, 3);
        DMatrixRMaj b = new DMatrixRMaj(3, 1);
        for (int k = 0; k < times.length; k++) {
            double after = (times[k] - times[n]) / sigma;
            double weight = Math.exp(-after * after / 2);
            double[] powers = {1, after, after * after};
            for (int i = 0; i < 3; i++) {
                b.add(i, 0, weight * powers[i] * values[k]);
                for (int j = 0; j < 3; j++) {
                    a.add(i, j, weight * powers[i] * powers[j]);
                }
            }
        }
        DMatrixRMaj fit = new DMatrixRMaj(3, 1);
        return times.length > 3 && CommonOps_DDRM.solve(a, b, fit) ? fit.get(0) : 0;
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
