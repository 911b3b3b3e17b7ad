package foldback.sim.film;

import foldback.core.rig.Rig;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import foldback.sim.motion.LogRecorder;
import foldback.sim.motion.Ride;
import foldback.sim.motion.Shake;
import foldback.sim.sound.SoundScape;
import java.util.List;
import java.util.Optional;

/**
 * A take to be filmed.
 *
 * @param stand where the rig's origin is, metres from the path's middle; y down, so that eye height is negative; where it moves, at take
 *     time 0
 * @param facing how it is turned there; of one that moves, its ride says so
 * @param ride how it moves from there; none where it stands still
 * @param log what records its motion, beside its first clip; none where nothing does
 * @param recordings one for each of the rig's lenses
 * @param sideBySide whether all lenses go into one file, next to each other, as the first recording says
 * @param quality constant rate factor of the encoder
 * @param sphereSeconds take time of the true sphere
 */
public record TakePlan(
        String name,
        Rig rig,
        Position stand,
        Rotation facing,
        Optional<Ride> ride,
        Optional<LogRecorder> log,
        List<Recording> recordings,
        boolean sideBySide,
        SoundScape sounds,
        int rate,
        int quality,
        double sphereSeconds,
        long seed) {
    private static final Position ON_THE_PATH = Studio.ON_THE_PATH;

    /** All that can be filmed by name. */
    public static List<TakePlan> all() {
        return List.of(sluicePath(), sluicePathInOneFile(), amongTheRakers(), cartRide(), inTheShed());
    }

    /**
     * How one lens was recorded.
     *
     * @param start take time of its first frame, seconds
     * @param muffled how muffled its microphone is, 0 to 1
     */
    public record Recording(Sensor sensor, double start, double seconds, double muffled) {}

    /** Two back-to-back fisheyes standing on the sluice path, already in sync; the back one is darker and warmer. */
    public static TakePlan sluicePath() {
        return new TakePlan(
                "sluice-path",
                DemoRigs.sluicePath(),
                ON_THE_PATH,
                Rotation.IDENTITY,
                Optional.empty(),
                Optional.empty(),
                sluiceRecordings(),
                false,
                SoundScape.withClaps(0.9, 1.45, 5.2),
                25,
                27,
                2,
                1);
    }

    /** The same place with a camera that puts both lenses into one file. */
    public static TakePlan sluicePathInOneFile() {
        return new TakePlan(
                "sluice-path-one-file",
                DemoRigs.sluicePathInOneFile(),
                ON_THE_PATH,
                Rotation.IDENTITY,
                Optional.empty(),
                Optional.empty(),
                sluiceRecordings(),
                true,
                SoundScape.withClaps(0.9, 1.45, 5.2),
                25,
                27,
                2,
                2);
    }

    private static List<Recording> sluiceRecordings() {
        return List.of(
                new Recording(new Sensor(0, 0, 0, 0.35, 1.1, 0.016), 0, 8.4, 0),
                new Recording(new Sensor(-0.42, 0.11, -0.14, 0.35, 1.1, 0.016), 0, 8.4, 0.25));
    }

    /** Six lenses in a ring between the rakers, started by hand one after the other, the fourth darker. */
    public static TakePlan amongTheRakers() {
        return new TakePlan(
                "among-the-rakers",
                DemoRigs.amongTheRakers(),
                new Position(4.6, -1.55, 0.6),
                Rotation.IDENTITY,
                Optional.empty(),
                Optional.empty(),
                List.of(
                        new Recording(sensor(0, 0, 0), 0, 27.6, 0),
                        new Recording(sensor(0.06, 0.02, -0.03), 14.217, 13.36, 0),
                        new Recording(sensor(-0.05, -0.03, 0.02), 16.334, 11.08, 0),
                        new Recording(sensor(-0.55, 0.09, -0.12), 17.481, 10.32, 0.85),
                        new Recording(sensor(0.03, 0.01, 0.03), 18.603, 8.92, 0),
                        new Recording(sensor(-0.02, -0.02, -0.02), 19.266, 8.32, 0)),
                false,
                SoundScape.withClaps(20.75, 21.3, 25.1),
                25,
                29,
                23,
                3);
    }

    /** The pair on the hand cart, pushed along the rail over its joints: shaken, its lines read one after the other. */
    public static TakePlan cartRide() {
        Position begin = new Position(4.6, -1.3, -5.2);
        Sensor sensor = new Sensor(0, 0, 0, 0.35, 0.9, 0.016).exposing(0.005);
        return new TakePlan(
                "cart-ride",
                DemoRigs.cartRide(),
                begin,
                Rotation.IDENTITY,
                Optional.of(Ride.straight(begin, 0.1, 1.0).shaken(new Shake(2.2, 0.9, 11)::at)),
                Optional.of(LogRecorder.usual(Rotation.ofYawPitchRoll(1.58, -0.02, 3.1), -2.37, 12)
                        .withClock(48213.5, 120)
                        .withRate(100)),
                List.of(new Recording(sensor, 0, 8, 0), new Recording(sensor.lifted(-0.2), 0, 8, 0.25)),
                false,
                SoundScape.withClaps(0.9, 1.45, 5.2),
                25,
                28,
                2,
                4);
    }

    /** The pair of eyes in the drying shed, a raker at work between them and the door. */
    public static TakePlan inTheShed() {
        Sensor sensor = new Sensor(0.9, 0, 0, 0.3, 0.9, 0.016);
        return new TakePlan(
                "in-the-shed",
                DemoRigs.inTheShed(),
                new Position(-6.65, -1.85, 13.35),
                Rotation.ofYawPitchRoll(Math.toRadians(-161.7), 0, 0),
                Optional.empty(),
                Optional.empty(),
                List.of(
                        new Recording(sensor, 0, 8, 0),
                        new Recording(new Sensor(0.62, 0.06, -0.05, 0.3, 0.9, 0.016), 0, 8, 0.25)),
                false,
                SoundScape.withClaps(0.9, 1.45, 5.2),
                25,
                28,
                2,
                5);
    }

    private static Sensor sensor(double exposure, double red, double blue) {
        return new Sensor(exposure, red, blue, 0.3, 0.8, 0.012);
    }
}
