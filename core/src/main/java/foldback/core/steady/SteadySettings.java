package foldback.core.steady;

/**
 * What of a rig's turning is shown, and what is taken away as shake.
 *
 * @param front whether its heading is shown
 * @param horizon whether it is kept level
 * @param cutOffSeconds what takes longer is meant, what is quicker is shake
 * @param heading share of the shake of the heading that is taken away, 0 to 1
 * @param tilt the same of tilting up and down
 * @param roll the same of leaning aside
 * @param referenceSeconds take time at which the steadied picture is as the unsteadied one, whatever the settings
 */
public record SteadySettings(
        Front front,
        Horizon horizon,
        double cutOffSeconds,
        double heading,
        double tilt,
        double roll,
        double referenceSeconds) {
    public static final double LEAST_CUT_OFF = 0.1;
    public static final double MOST_CUT_OFF = 60;

    /** Where a viewer faces while the rig turns. */
    public enum Front {
        /** Turns that are meant stay: what is ahead of the rig stays ahead. */
        FOLLOWS,
        /** The same place of the world stays ahead, however the rig turns. */
        STAYS
    }

    /** What becomes of tilting and leaning that is slower than shake. */
    public enum Horizon {
        /** It is taken away, too: the horizon is as at the reference at all times. */
        LEVEL,
        /** It stays, as in flight. */
        FREE
    }

    public SteadySettings {
        if (!(cutOffSeconds >= LEAST_CUT_OFF && cutOffSeconds <= MOST_CUT_OFF)) {
            throw new IllegalArgumentException(
                    "a cut-off is " + LEAST_CUT_OFF + " to " + MOST_CUT_OFF + " seconds: " + cutOffSeconds);
        }
        for (double share : new double[] {heading, tilt, roll}) {
            if (!(share >= 0 && share <= 1)) {
                throw new IllegalArgumentException("a share is 0 to 1: " + share);
            }
        }
        if (!Double.isFinite(referenceSeconds)) {
            throw new IllegalArgumentException("a reference is a take time: " + referenceSeconds);
        }
    }

    /** Shake faster than about a second goes, turns stay, and the horizon is level. */
    public static SteadySettings start(double referenceSeconds) {
        return new SteadySettings(Front.FOLLOWS, Horizon.LEVEL, 1, 1, 1, 1, referenceSeconds);
    }

    /** The same with another reference. */
    public SteadySettings referredTo(double seconds) {
        return new SteadySettings(front, horizon, cutOffSeconds, heading, tilt, roll, seconds);
    }
}
