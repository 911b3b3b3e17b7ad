package foldback.sim.motion;

import foldback.core.motion.RotationTrack;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import java.util.SplittableRandom;

/** Rides, and what a picture that trembles and drifts would say of them. */
final class LoggedRides {
    private static final double RATE = 25;

    private LoggedRides() {}

    /** Carried by somebody who walks, and turned about now and then. */
    static Ride walk(long seed) {
        Shake shake = new Shake(4, 1.5, seed);
        return seconds -> new Pose(
                new Position(
                        0.02 * Math.sin(2 * Math.PI * 0.9 * seconds),
                        -1.6 + 0.03 * Math.cos(2 * Math.PI * 1.8 * seconds),
                        1.3 * seconds),
                Rotation.ofYawPitchRoll(0.6 * Math.sin(0.21 * seconds), 0.05, -0.03)
                        .times(shake.at(seconds)));
    }

    /** How a ride turned at the picture's times, as the first of them is the world. */
    static RotationTrack truth(Ride ride, double from, double seconds) {
        return seen(ride, from, seconds, 0, new double[3], 1);
    }

    /**
     * What a picture says of it.
     *
     * @param noise of each picture, radians
     * @param drift of the world, radians a second about its axes
     */
    static RotationTrack seen(Ride ride, double from, double seconds, double noise, double[] drift, long seed) {
        SplittableRandom random = new SplittableRandom(seed);
        int count = (int) (seconds * RATE);
        double[] times = new double[count];
        Rotation[] turns = new Rotation[count];
        Rotation first = ride.at(from).worldFromRig().inverse();
        for (int i = 0; i < count; i++) {
            times[i] = from + i / RATE;
            double after = times[i] - from;
            Rotation drifted = Rotation.ofVector(drift[0] * after, drift[1] * after, drift[2] * after);
            Rotation off = Rotation.ofVector(
                    noise * random.nextGaussian(), noise * random.nextGaussian(), noise * random.nextGaussian());
            turns[i] =
                    drifted.times(first).times(ride.at(times[i]).worldFromRig()).times(off);
        }
        return new RotationTrack(times, turns);
    }

    /** How far two tracks are apart at most, radians. */
    static double apart(RotationTrack a, RotationTrack b) {
        double most = 0;
        for (int i = 0; i < a.size(); i++) {
            most = Math.max(most, a.rotation(i).angleTo(b.at(a.time(i))));
        }
        return most;
    }

    /** What a track is off another one over its times. */
    static RotationTrack off(RotationTrack a, RotationTrack b) {
        Rotation[] off = new Rotation[a.size()];
        for (int i = 0; i < off.length; i++) {
            off[i] = a.rotation(i).times(b.at(a.time(i)).inverse());
        }
        return new RotationTrack(a.times(), off);
    }
}
