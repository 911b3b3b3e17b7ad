package foldback.core.steady;

import foldback.core.motion.RotationTrack;
import foldback.core.rig.RigLens;
import foldback.core.space.Rotation;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;

/**
 * How a rig turned, from how each of its lenses did: all turn alike, so each one's turns are brought into the rig's frame, laid over the others',
 * and the mean is taken.
 *
 * @param worldFromRig the rig's frame at the first time is the world
 * @param apartRad how far the lenses' turns are from the mean, root mean square, radians; 0 of a single one
 */
public record RigShake(RotationTrack worldFromRig, double apartRad) {
    private static final int ROUNDS = 4;

    /**
     * Brings lenses together.
     *
     * @param tracks of each lens, takes its directions at a take time to those at its own first one
     */
    public static RigShake of(List<RotationTrack> tracks, List<RigLens> lenses) {
        double[] times = tracks.get(0).times();
        Rotation[][] turns = new Rotation[tracks.size()][times.length];
        for (int i = 0; i < turns.length; i++) {
            RotationTrack track = tracks.get(i);
            Rotation rigFromLens = lenses.get(i).rigFromLens();
            Rotation lensFromRig = rigFromLens.inverse();
            for (int n = 0; n < times.length; n++) {
                boolean shown = times[n] >= track.from() && times[n] <= track.to();
                turns[i][n] = shown ? rigFromLens.times(track.at(times[n])).times(lensFromRig) : null;
            }
            if (i > 0) {
                align(turns[0], turns[i]);
            }
        }
        Rotation[] mean = new Rotation[times.length];
        double squares = 0;
        int count = 0;
        for (int n = 0; n < times.length; n++) {
            int moment = n;
            Rotation[] there = Arrays.stream(turns)
                    .map(lens -> lens[moment])
                    .filter(turn -> turn != null)
                    .toArray(Rotation[]::new);
            mean[n] = mean(there);
            for (Rotation turn : there) {
                squares += Math.pow(turn.angleTo(mean[n]), 2);
                count++;
            }
        }
        Rotation first = mean[0].inverse();
        Rotation[] fromFirst = Arrays.stream(mean).map(first::times).toArray(Rotation[]::new);
        return new RigShake(new RotationTrack(times, fromFirst), Math.sqrt(squares / Math.max(1, count)));
    }

    /** Lenses begin at different times, each with itself as the world: turns one's world into the other's. */
    private static void align(Rotation[] first, Rotation[] other) {
        Rotation[] between = IntStream.range(0, first.length)
                .filter(n -> other[n] != null)
                .mapToObj(n -> first[n].times(other[n].inverse()))
                .toArray(Rotation[]::new);
        if (between.length == 0) {
            return;
        }
        Rotation turn = mean(between);
        for (int n = 0; n < other.length; n++) {
            other[n] = other[n] == null ? null : turn.times(other[n]);
        }
    }

    /** The rotation from which the others differ by nothing in the mean (Karcher 1977). */
    private static Rotation mean(Rotation[] rotations) {
        Rotation mean = rotations[0];
        for (int round = 0; round < ROUNDS && rotations.length > 1; round++) {
            double[] sum = new double[3];
            for (Rotation rotation : rotations) {
                double[] off = mean.inverse().times(rotation).vector();
                for (int k = 0; k < 3; k++) {
                    sum[k] += off[k] / rotations.length;
                }
            }
            mean = mean.times(Rotation.ofVector(sum[0], sum[1], sum[2]));
        }
        return mean;
    }
}
