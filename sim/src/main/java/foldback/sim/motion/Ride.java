package foldback.sim.motion;

import foldback.core.space.Position;
import foldback.core.space.Rotation;
import java.util.function.DoubleFunction;

/** How a rig moves over time, and with it all of its lenses: the same rig is never bent. */
public interface Ride {

    Pose at(double seconds);

    /** One that stands still. */
    static Ride still(Position place) {
        Pose pose = new Pose(place, Rotation.IDENTITY);
        return seconds -> pose;
    }

    /** The same shaken: turned about its origin by what a hand or rough ground adds. */
    default Ride shaken(DoubleFunction<Rotation> shake) {
        return seconds -> {
            Pose pose = at(seconds);
            return new Pose(pose.place(), pose.worldFromRig().times(shake.apply(seconds)));
        };
    }

    /**
     * Turned back and forth on a stand, as people do it for syncing: it rests at both ends.
     *
     * @param swing from end to end, radians
     * @param period seconds there and back again
     */
    static Ride turnedBackAndForth(Position place, double swing, double period) {
        return seconds -> {
            double phase = 2 * (seconds / period - Math.floor(seconds / period));
            double there = phase < 1 ? phase : 2 - phase;
            return new Pose(place, Rotation.ofYawPitchRoll(swing * eased(there), 0, 0));
        };
    }

    /**
     * Carried straight on at a steady speed.
     *
     * @param heading radians from the world's forward to its right, which the rig keeps ahead
     * @param speed metres a second
     */
    static Ride straight(Position from, double heading, double speed) {
        Rotation ahead = Rotation.ofYawPitchRoll(heading, 0, 0);
        return seconds -> new Pose(
                new Position(
                        from.x() + speed * seconds * Math.sin(heading),
                        from.y(),
                        from.z() + speed * seconds * Math.cos(heading)),
                ahead);
    }

    /** 0 to 1 with a rest of a tenth at each end. */
    private static double eased(double share) {
        double s = Math.max(0, Math.min(1, (share - 0.1) / 0.8));
        return s * s * s * (10 + s * (6 * s - 15));
    }
}
