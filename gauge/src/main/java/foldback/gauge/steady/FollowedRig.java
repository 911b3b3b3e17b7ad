package foldback.gauge.steady;

import foldback.core.motion.PictureTrack;
import foldback.core.motion.RigMoment;
import foldback.core.motion.RigTracker;
import foldback.core.motion.RotationTrack;
import foldback.core.motion.TravelMeter;
import foldback.core.motion.TurnMeter;
import foldback.core.rig.RigLens;
import foldback.core.steady.RigShake;
import java.util.ArrayList;
import java.util.List;

/** Small pictures of a rig's lenses, and how it turned by them: each lens alone first, then all together. */
final class FollowedRig {
    private final List<RigLens> lenses;
    private final double rate;
    private final double[] begins;
    private final List<List<byte[]>> pictures = new ArrayList<>();

    /**
     * Of a rig.
     *
     * @param lenses of the small pictures
     * @param rate pictures a second
     * @param begins of each lens, the take time of its first picture, seconds
     */
    FollowedRig(List<RigLens> lenses, double rate, double[] begins) {
        this.lenses = lenses;
        this.rate = rate;
        this.begins = begins;
        lenses.forEach(lens -> pictures.add(new ArrayList<>()));
    }

    void add(int lens, byte[] luma) {
        pictures.get(lens).add(luma);
    }

    /**
     * How it turned.
     *
     * @param driftRad by how much that may have drifted, as it says itself
     */
    record Followed(RigShake shake, double driftRad) {}

    Followed followed() {
        List<RotationTrack> alone = new ArrayList<>();
        for (int lens = 0; lens < lenses.size(); lens++) {
            TurnMeter meter = new TurnMeter(lenses.get(lens).lens());
            PictureTrack.Builder track = new PictureTrack.Builder();
            for (int n = 0; n < pictures.get(lens).size(); n++) {
                track.add(taken(lens, n), meter, pictures.get(lens).get(n));
            }
            alone.add(track.build().chained());
        }
        RotationTrack believed = RigShake.chained(alone, lenses);
        TravelMeter travel = new TravelMeter(lenses, believed);
        RigTracker tracker = new RigTracker(lenses, believed);
        for (int n = 0; n < believed.size(); n++) {
            RigMoment moment = moment(n);
            tracker.next(moment, travel.next(moment));
        }
        return new Followed(RigShake.of(tracker.worldFromRig(), alone, lenses), tracker.driftSigma());
    }

    private double taken(int lens, int n) {
        return begins[lens] + n / rate;
    }

    /** Each lens began within half a picture of the first. */
    private RigMoment moment(int n) {
        byte[][] shown = new byte[lenses.size()][];
        double[] taken = new double[lenses.size()];
        for (int lens = 0; lens < shown.length; lens++) {
            shown[lens] = pictures.get(lens).get(n);
            taken[lens] = taken(lens, n);
        }
        return new RigMoment(taken(0, n), shown, taken);
    }
}
