package foldback.sim.motion;

import foldback.core.motion.log.MotionLog;
import foldback.core.motion.log.Samples;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import java.util.Optional;
import java.util.SplittableRandom;

/**
 * A gyroscope and an accelerometer on a ride: mounted somehow, with a clock, a bias, noise and a range of their own.
 *
 * @param rigFromLog the rig's directions of the sensors' axes
 * @param rate samples a second
 * @param begins ride time at which it begins to record, seconds; its clock shows {@code shows} then
 * @param shows log time of the first sample, seconds
 * @param driftPpm by how much its second is longer than the ride's, parts per million
 * @param bias about each of its axes, radians a second
 * @param noise of each turning rate, standard deviation, radians a second
 * @param unrest of each acceleration, standard deviation, metres a second squared
 * @param range most it can show, radians a second
 */
public record LogRecorder(
        Rotation rigFromLog,
        double rate,
        double begins,
        double shows,
        double driftPpm,
        double[] bias,
        double noise,
        double unrest,
        double range,
        long seed) {
    private static final double GRAVITY = 9.81;
    private static final double PAST_AROUND = 5e-3;

    /** A usual one: 200 samples a second, half a degree a second of bias, clock right. */
    public static LogRecorder usual(Rotation rigFromLog, double begins, long seed) {
        return new LogRecorder(
                rigFromLog,
                200,
                begins,
                0,
                0,
                new double[] {Math.toRadians(0.4), Math.toRadians(-0.6), Math.toRadians(0.3)},
                Math.toRadians(0.08),
                0.05,
                Math.toRadians(2000),
                seed);
    }

    public LogRecorder withClock(double otherShows, double otherPpm) {
        return new LogRecorder(rigFromLog, rate, begins, otherShows, otherPpm, bias, noise, unrest, range, seed);
    }

    public LogRecorder withRate(double other) {
        return new LogRecorder(rigFromLog, other, begins, shows, driftPpm, bias, noise, unrest, range, seed);
    }

    public LogRecorder withRange(double other) {
        return new LogRecorder(rigFromLog, rate, begins, shows, driftPpm, bias, noise, unrest, other, seed);
    }

    /** The ride time at which its clock shows 0. */
    public double clockOffset() {
        return begins - shows * (1 + driftPpm * 1e-6);
    }

    /** Records some seconds of a ride. */
    public MotionLog record(Ride ride, double seconds) {
        SplittableRandom random = new SplittableRandom(seed);
        int count = (int) (seconds * rate);
        double[] times = new double[count];
        double[] turns = new double[3 * count];
        double[] accelerations = new double[3 * count];
        for (int i = 0; i < count; i++) {
            times[i] = shows + i / rate;
            double time = clockOffset() + times[i] * (1 + driftPpm * 1e-6);
            double[] turn = seenByLog(turning(ride, time, 0.5 / rate));
            double[] push = seenByLog(push(ride, time));
            for (int k = 0; k < 3; k++) {
                double shown = turn[k] + bias[k] + noise * random.nextGaussian();
                turns[3 * i + k] = Math.max(-range, Math.min(range, shown));
                accelerations[3 * i + k] = push[k] + unrest * random.nextGaussian();
            }
        }
        return new MotionLog(new Samples(times, turns), Optional.of(new Samples(times, accelerations)));
    }

    private double[] seenByLog(double[] inRig) {
        Position seen = rigFromLog.inverse().apply(new Position(inRig[0], inRig[1], inRig[2]));
        return new double[] {seen.x(), seen.y(), seen.z()};
    }

    /** In the mean around a time, as sensors have it that record seldom. */
    private static double[] turning(Ride ride, double time, double around) {
        Rotation before = ride.at(time - around).worldFromRig();
        Rotation after = ride.at(time + around).worldFromRig();
        double[] turn = before.inverse().times(after).vector();
        return new double[] {turn[0] / (2 * around), turn[1] / (2 * around), turn[2] / (2 * around)};
    }

    /** What holds the rig up and moves it, in its own frame. */
    private static double[] push(Ride ride, double time) {
        Position a = ride.at(time - PAST_AROUND).place();
        Position b = ride.at(time).place();
        Position c = ride.at(time + PAST_AROUND).place();
        double square = PAST_AROUND * PAST_AROUND;
        Position push = new Position(
                (a.x() - 2 * b.x() + c.x()) / square,
                (a.y() - 2 * b.y() + c.y()) / square - GRAVITY,
                (a.z() - 2 * b.z() + c.z()) / square);
        Position inRig = ride.at(time).worldFromRig().inverse().apply(push);
        return new double[] {inRig.x(), inRig.y(), inRig.z()};
    }
}
