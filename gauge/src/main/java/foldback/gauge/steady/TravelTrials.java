package foldback.gauge.steady;

import foldback.core.motion.RotationTrack;
import foldback.core.picture.BytePlane;
import foldback.core.picture.PixelFormat;
import foldback.core.picture.Plane;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import foldback.core.steady.Jitter;
import foldback.core.steady.RigShake;
import foldback.gauge.Figure;
import foldback.sim.film.DemoRigs;
import foldback.sim.film.Sensor;
import foldback.sim.film.Studio;
import foldback.sim.motion.Pose;
import foldback.sim.motion.Ride;
import foldback.sim.motion.Shake;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.Consumer;

/** Rides of a pair through the saltworks, past near ground and posts: how far its turns are off, and what of that is quick, against truth. */
public final class TravelTrials {
    private static final int SIZE = 240;
    private static final int SAMPLES = 3;
    private static final double RATE = 25;
    private static final int FRAMES = 300;
    private static final double SHAKE_HERTZ = 0.5;
    private static final double EXPOSURE = 0.006;
    private static final double EYE_HEIGHT = 1.6;

    private TravelTrials() {}

    /** A ride, with how long the lenses' lines take. */
    private record Trial(String name, double readOut, Ride ride) {}

    /**
     * What became of it.
     *
     * @param left how much it trembles where it is steadied by what was measured, degrees
     * @param drift how far the view is off at its end, degrees a minute
     */
    private record Outcome(double left, double drift) {}

    private static List<Trial> trials() {
        Shake walking = new Shake(3, 1, 21);
        Shake circling = new Shake(2, 1, 31);
        return List.of(
                new Trial(
                        "a walk",
                        0.02,
                        seconds -> new Pose(
                                new Position(
                                        0.02 * Math.sin(2 * Math.PI * 0.9 * seconds),
                                        -EYE_HEIGHT + 0.03 * Math.cos(2 * Math.PI * 1.8 * seconds),
                                        -9 + 1.3 * seconds),
                                walking.at(seconds))),
                new Trial(
                        "a cart on the rail",
                        0.01,
                        Ride.straight(new Position(4.6, -1.3, -20), 0, 2).shaken(new Shake(1.5, 0.7, 5)::at)),
                new Trial(
                        "a flight five metres up",
                        0.015,
                        Ride.straight(new Position(-12, -5, -15), 0.5, 4).shaken(new Shake(1.5, 0, 8)::at)),
                new Trial("round in a circle after a rest", 0.018, seconds -> {
                    double around = Math.max(0, seconds - 2) * 0.4;
                    return new Pose(
                            new Position(
                                    -1 + 3 * Math.sin(around),
                                    -EYE_HEIGHT + 0.02 * Math.cos(11.3 * seconds),
                                    -1 - 3 * Math.cos(around)),
                            Rotation.ofYawPitchRoll(Math.PI / 2 - around, 0, 0).times(circling.at(seconds)));
                }));
    }

    public static List<Figure> measure(Consumer<String> news) {
        List<Outcome> outcomes = new ArrayList<>();
        for (Trial trial : trials()) {
            outcomes.add(run(trial, news));
        }
        return List.of(
                new Figure(
                        "steady: shake left while travelling, median",
                        Figure.percentile(outcomes, Outcome::left, 0.5),
                        "degrees",
                        Figure.Bar.AT_MOST,
                        0.08),
                new Figure(
                        "steady: shake left while travelling, worst",
                        Figure.percentile(outcomes, Outcome::left, 1),
                        "degrees",
                        Figure.Bar.AT_MOST,
                        0.08),
                new Figure(
                        "steady: drift while travelling, median",
                        Figure.percentile(outcomes, Outcome::drift, 0.5),
                        "degrees a minute",
                        Figure.Bar.AT_MOST,
                        0.5),
                new Figure(
                        "steady: drift while travelling, worst",
                        Figure.percentile(outcomes, Outcome::drift, 1),
                        "degrees a minute",
                        Figure.Bar.AT_MOST,
                        0.5));
    }

    private static Outcome run(Trial trial, Consumer<String> news) {
        Rig rig = DemoRigs.cartRide();
        List<RigLens> lenses =
                rig.lenses().stream().map(lens -> lens.scaledTo(SIZE, SIZE)).toList();
        FollowedRig followed = new FollowedRig(lenses, RATE, new double[lenses.size()]);
        Studio studio = new Studio(Studio.ON_THE_PATH, SAMPLES).riding(trial.ride);
        for (int i = 0; i < lenses.size(); i++) {
            int lens = i;
            Sensor sensor = new Sensor(-0.3 * i, 0, 0, 0.35, 1, trial.readOut).exposing(EXPOSURE);
            studio.filmSideBySide(
                    List.of(lenses.get(i)),
                    List.of(sensor),
                    0,
                    RATE,
                    FRAMES,
                    PixelFormat.YUV420_8,
                    7L + i,
                    (frame, n) -> followed.add(lens, luma(frame.y())));
        }
        RigShake shake = followed.shake();
        RotationTrack track = shake.worldFromRig();
        // A picture's turn is that of the middle of its lines.
        double late = trial.readOut / 2;
        Rotation first = trial.ride.at(late).worldFromRig().inverse();
        Rotation[] off = new Rotation[track.size()];
        for (int n = 0; n < off.length; n++) {
            Rotation truth = first.times(trial.ride.at(track.time(n) + late).worldFromRig());
            off[n] = truth.times(track.rotation(n).inverse());
        }
        double seconds = track.to() - track.from();
        Outcome outcome = new Outcome(
                Math.toDegrees(Jitter.rms(new RotationTrack(track.times(), off), SHAKE_HERTZ)),
                Math.toDegrees(off[off.length - 1].angleTo(Rotation.IDENTITY)) * 60 / seconds);
        news.accept(String.format(
                Locale.ROOT,
                "%s: shake left %.3f, drift %.2f degrees a minute, lenses %.3f apart",
                trial.name,
                outcome.left,
                outcome.drift,
                Math.toDegrees(shake.apartRad())));
        return outcome;
    }

    private static byte[] luma(Plane plane) {
        BytePlane bytes = (BytePlane) plane;
        byte[] luma = new byte[SIZE * SIZE];
        for (int y = 0; y < SIZE; y++) {
            System.arraycopy(bytes.data(), bytes.offset() + y * bytes.stride(), luma, y * SIZE, SIZE);
        }
        return luma;
    }
}
