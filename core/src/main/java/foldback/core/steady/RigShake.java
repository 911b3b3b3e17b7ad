package foldback.core.steady;

import foldback.core.motion.RotationTrack;
import foldback.core.rig.RigLens;
import foldback.core.space.Rotation;
import foldback.core.space.RotationPath;
import java.util.Arrays;
import java.util.List;

/**
 * How a rig turned.
 *
 * @param worldFromRig at the pictures' times; the rig's frame at the first one is the world
 * @param fine the same between them, as far as that is known
 * @param apartRad how far what single lenses say of the quick part of it is from that, root mean square, radians; 0 of a single lens
 */
public record RigShake(RotationTrack worldFromRig, RotationPath fine, double apartRad) {
    /** Slower than that, a single lens may well be wrong: travel past near things looks to it as a turn. */
    private static final double QUICK_HERTZ = 0.5;

    /** Of which nothing more is known between pictures than what they say. */
    public RigShake(RotationTrack worldFromRig, double apartRad) {
        this(worldFromRig, worldFromRig, apartRad);
    }

    /** With what is apart of the lenses' own tracks, which take their directions at a take time to those at their own first one. */
    public static RigShake of(RotationTrack worldFromRig, List<RotationTrack> tracks, List<RigLens> lenses) {
        double squares = 0;
        for (int i = 0; i < tracks.size() && tracks.size() > 1; i++) {
            squares += Math.pow(Jitter.rms(apart(worldFromRig, tracks.get(i), lenses.get(i)), QUICK_HERTZ), 2);
        }
        return new RigShake(worldFromRig, Math.sqrt(squares / tracks.size()));
    }

    /** What a lens's track is off the rig's while its clip lasts. */
    private static RotationTrack apart(RotationTrack rig, RotationTrack track, RigLens lens) {
        double[] times =
                Arrays.stream(rig.times()).filter(time -> shows(track, time)).toArray();
        Rotation lensFromRig = lens.rigFromLens().inverse();
        Rotation[] off = Arrays.stream(times)
                .mapToObj(time -> lens.rigFromLens()
                        .times(track.at(time))
                        .times(lensFromRig)
                        .times(rig.at(time).inverse()))
                .toArray(Rotation[]::new);
        return new RotationTrack(times, off);
    }

    private static boolean shows(RotationTrack track, double time) {
        return time >= track.from() && time <= track.to();
    }

    /**
     * Chains what lenses say in the mean from each time to the next: right over a short while, however they begin, end, or drift.
     *
     * @param tracks of each lens, takes its directions at a take time to those at its own first one
     * @return at the times of the first one
     */
    public static RotationTrack chained(List<RotationTrack> tracks, List<RigLens> lenses) {
        double[] times = tracks.get(0).times();
        Rotation[] turns = new Rotation[times.length];
        turns[0] = Rotation.IDENTITY;
        for (int n = 1; n < times.length; n++) {
            double[] sum = new double[3];
            int shown = 0;
            for (int i = 0; i < tracks.size(); i++) {
                RotationTrack track = tracks.get(i);
                if (shows(track, times[n - 1]) && shows(track, times[n])) {
                    Rotation rigFromLens = lenses.get(i).rigFromLens();
                    Rotation step = track.at(times[n - 1]).inverse().times(track.at(times[n]));
                    double[] turn =
                            rigFromLens.times(step).times(rigFromLens.inverse()).vector();
                    for (int k = 0; k < 3; k++) {
                        sum[k] += turn[k];
                    }
                    shown++;
                }
            }
            turns[n] = turns[n - 1].times(Rotation.ofVector(sum[0] / shown, sum[1] / shown, sum[2] / shown));
        }
        return new RotationTrack(times, turns);
    }
}
