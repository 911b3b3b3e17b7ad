package foldback.core.steady;

import foldback.core.motion.RotationTrack;
import foldback.core.space.Rotation;
import foldback.core.steady.SteadySettings.Front;
import foldback.core.steady.SteadySettings.Horizon;

/**
 * Where a viewer looks while a rig turns. The whole take is known, so smoothing has no lag: the rig's rotation is split into its heading about
 * the world's vertical and what is left of it, tilt and lean (swing and twist), each is smoothed by a Gaussian, and what that takes away is
 * taken away by shares.
 */
public final class Steadying {
    /** Of a Gaussian's standard deviation, for one that halves the power at a period of 1: the root of ln 2 over 2 pi. */
    static final double HALF_POWER = Math.sqrt(Math.log(2)) / (2 * Math.PI);

    /** Standard deviations beyond which it adds nothing. */
    static final double REACH = 3.5;

    private Steadying() {}

    /**
     * The rotation from a view to the world: directions that the viewer would have seen without any turning of the rig at its reference, to where
     * they are seen now.
     *
     * @param worldFromRig the rig's
     * @param upright from a frame whose y axis points down, and z ahead, to the world at the reference: the take's level
     * @return at the same times; the same as the rig's at the reference
     */
    public static RotationTrack view(RotationTrack worldFromRig, Rotation upright, SteadySettings settings) {
        int count = worldFromRig.size();
        double[] times = worldFromRig.times();
        Rotation reference = worldFromRig.at(settings.referenceSeconds());
        // In the upright frame at the reference: y is down, and so is what a heading turns about.
        Rotation uprightFromWorld = upright.inverse().times(reference.inverse());
        double[] heading = new double[count];
        double[][] lean = new double[2][count];
        for (int n = 0; n < count; n++) {
            Rotation turn = uprightFromWorld.times(worldFromRig.rotation(n)).times(upright);
            split(turn, n, heading, lean);
        }
        unwrap(heading);
        double sigma = HALF_POWER * settings.cutOffSeconds();
        double[] shownHeading = settings.front() == Front.STAYS ? new double[count] : smoothed(times, heading, sigma);
        boolean level = settings.horizon() == Horizon.LEVEL;
        double[] shownTilt = level ? new double[count] : smoothed(times, lean[0], sigma);
        double[] shownRoll = level ? new double[count] : smoothed(times, lean[1], sigma);
        mix(shownHeading, heading, settings.heading());
        mix(shownTilt, lean[0], settings.tilt());
        mix(shownRoll, lean[1], settings.roll());
        Rotation[] views = new Rotation[count];
        for (int n = 0; n < count; n++) {
            views[n] = Rotation.ofVector(0, shownHeading[n], 0).times(Rotation.ofVector(shownTilt[n], 0, shownRoll[n]));
        }
        // As smooth as the views are, they are at rest nowhere: at the reference they are made so.
        Rotation rest =
                new RotationTrack(times, views).at(settings.referenceSeconds()).inverse();
        for (int n = 0; n < count; n++) {
            views[n] = uprightFromWorld.inverse().times(views[n]).times(rest).times(upright.inverse());
        }
        return new RotationTrack(times, views);
    }

    /** Heading about y first of all, then a turn about an axis that lies level: swing and twist. */
    private static void split(Rotation turn, int n, double[] heading, double[][] lean) {
        heading[n] = 2 * Math.atan2(turn.y(), turn.w());
        double[] rest = Rotation.ofVector(0, -heading[n], 0).times(turn).vector();
        lean[0][n] = rest[0];
        lean[1][n] = rest[2];
    }

    private static void unwrap(double[] angles) {
        for (int n = 1; n < angles.length; n++) {
            angles[n] -= 2 * Math.PI * Math.rint((angles[n] - angles[n - 1]) / (2 * Math.PI));
        }
    }

    /** What is shown of an angle of which a share of the shake stays. */
    private static void mix(double[] shown, double[] angle, double share) {
        for (int n = 0; n < shown.length; n++) {
            shown[n] = angle[n] + share * (shown[n] - angle[n]);
        }
    }

    /** By a straight line through each value's surroundings under a Gaussian: at the ends, too, what is straight stays so. */
    static double[] smoothed(double[] times, double[] values, double sigma) {
        double[] smooth = new double[values.length];
        int from = 0;
        for (int n = 0; n < values.length; n++) {
            while (times[n] - times[from] > REACH * sigma) {
                from++;
            }
            smooth[n] = line(times, values, n, from, sigma);
        }
        return smooth;
    }

    private static double line(double[] times, double[] values, int n, int from, double sigma) {
        double s0 = 0;
        double s1 = 0;
        double s2 = 0;
        double v0 = 0;
        double v1 = 0;
        for (int k = from; k < values.length && times[k] - times[n] <= REACH * sigma; k++) {
            double after = (times[k] - times[n]) / sigma;
            double weight = Math.exp(-after * after / 2);
            s0 += weight;
            s1 += weight * after;
            s2 += weight * after * after;
            v0 += weight * values[k];
            v1 += weight * after * values[k];
        }
        double spread = s0 * s2 - s1 * s1;
        return spread > 1e-9 * s0 * s0 ? (s2 * v0 - s1 * v1) / spread : v0 / s0;
    }
}
