package foldback.core.motion;

import foldback.core.rig.RigLens;
import foldback.core.space.Rotation;
import foldback.core.space.RotationPath;
import java.util.List;

/** How a rig turned and where it went, from each moment to the next, by all of its lenses together. */
public final class TravelMeter {
    /** How near patches usually are, radians a second: a metre a second, a metre and a half away. */
    static final double USUAL_NEARNESS = 0.75;
    /** Pairs after which the travel is looked for anew. */
    private static final int SEARCHED_AGAIN = 10;
    /** A rig travels past whose share of near patches is larger; takes that stay have up to 0.3, rides from 0.35 on. */
    private static final double LEAST_NEAR = 0.3;
    /** What the last pair says of the nearness, against those before. */
    private static final double NEWEST = 0.4;
    /** Pictures of a lens may be apart by so much less or more than the moments, as a share of that. */
    private static final double MOST_SHARE = 2;

    /** By how much a turn grows over a picture, as a share of itself. */
    private static final double GROWTH = 0.5;

    private final RigTurnMeter meter;
    private final RotationPath believed;
    private final int lenses;
    private final double[] far;
    private final double[] nearness;
    private final double[] way = new double[3];
    private RigMoment before;
    private int pairs;
    /** Share of patches that are near, smoothed over some pairs. */
    private double shareNear;

    private boolean stays;

    /**
     * Of a rig.
     *
     * @param lenses of the small pictures
     * @param believed the rig's rotation over take time as far as it is known: right over some tenths of a second, however it drifts
     */
    public TravelMeter(List<RigLens> lenses, RotationPath believed) {
        this.believed = believed;
        this.lenses = lenses.size();
        meter = new RigTurnMeter(lenses);
        far = new double[lenses.size() * LensPair.PATCHES];
        nearness = far.clone();
    }

    /** Takes the next moment; its times rise. */
    public Travel next(RigMoment now) {
        boolean told = false;
        if (before == null) {
            begin(now);
        } else {
            told = measure(now);
        }
        before = now;
        Travel.Growth growth = told ? meter.growth() : Travel.Growth.NONE;
        return new Travel(told, meter.turn(), growth, meter.parallax().travel(), nearness.clone());
    }

    private void begin(RigMoment now) {
        for (int lens = 0; lens < lenses; lens++) {
            if (now.shows(lens)) {
                meter.pair(lens).take(now.pictures()[lens]);
            }
        }
    }

    private boolean measure(RigMoment now) {
        double seconds = now.seconds() - before.seconds();
        for (int lens = 0; lens < lenses; lens++) {
            LensPair pair = meter.pair(lens);
            if (now.shows(lens)) {
                pair.take(now.pictures()[lens]);
            }
            double share = (now.taken()[lens] - before.taken()[lens]) / seconds;
            if (now.shows(lens) && before.shows(lens) && share > 1 / MOST_SHARE && share < MOST_SHARE) {
                pair.expect(turn(before.taken()[lens], now.taken()[lens]), share);
            } else {
                pair.leaveOut();
            }
        }
        double growth = GROWTH * turn(before.seconds(), now.seconds()).angleTo(Rotation.IDENTITY);
        boolean isDue = pairs % SEARCHED_AGAIN == 0;
        if ((!stays || isDue) && !travel(seconds, isDue, growth)) {
            return false;
        }
        pairs++;
        return !stays || stay(seconds, growth);
    }

    /** Measures a rig that travels, and judges by what is near whether it does. */
    private boolean travel(double seconds, boolean isDue, double growth) {
        Parallax parallax = meter.parallax();
        parallax.begin(far, USUAL_NEARNESS * seconds);
        parallax.setTravel(way);
        if (isDue ? !meter.search(growth) : !meter.measure(growth)) {
            return false;
        }
        System.arraycopy(parallax.travel(), 0, way, 0, 3);
        double[] found = parallax.nearness();
        double newest = pairs == 0 ? 1 : NEWEST;
        for (int p = 0; p < nearness.length; p++) {
            nearness[p] += newest * (found[p] / seconds - nearness[p]);
        }
        shareNear += newest * (parallax.shareNear() - shareNear);
        stays = shareNear < LEAST_NEAR;
        return true;
    }

    /** Measures a rig that stays where it is: nothing is near then, and what seems so is noise or moves by itself. */
    private boolean stay(double seconds, double growth) {
        meter.parallax().begin(far, USUAL_NEARNESS * seconds);
        meter.parallax().setTravel(far);
        return meter.measure(growth);
    }

    private Rotation turn(double from, double to) {
        return believed.at(from).inverse().times(believed.at(to));
    }
}
