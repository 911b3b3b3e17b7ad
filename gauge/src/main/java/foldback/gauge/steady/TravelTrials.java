package foldback.gauge.steady;

import foldback.core.motion.RotationTrack;
import foldback.core.motion.log.LogAligner;
import foldback.core.motion.log.LogFit;
import foldback.core.motion.log.LogFusion;
import foldback.core.motion.log.MotionLog;
import foldback.core.picture.BytePlane;
import foldback.core.picture.PixelFormat;
import foldback.core.picture.Plane;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.run.Run;
import foldback.core.space.Direction;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import foldback.core.steady.Jitter;
import foldback.gauge.Figure;
import foldback.sim.film.DemoRigs;
import foldback.sim.film.Sensor;
import foldback.sim.film.Studio;
import foldback.sim.motion.LogRecorder;
import foldback.sim.motion.Pose;
import foldback.sim.motion.Ride;
import foldback.sim.motion.Shake;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.Consumer;
import java.util.function.Function;

/** Rides of a pair through the saltworks, past near ground and posts: how far its turns are off, and what of that is quick, against truth. */
public final class TravelTrials {
    private static final int SIZE = 240;
    private static final int SAMPLES = 3;
    private static final double RATE = 25;
    private static final int FRAMES = 300;
    private static final double SHAKE_HERTZ = 0.5;
    private static final double EXPOSURE = 0.006;
    /** The log begins before the clips and ends behind them, seconds. */
    private static final double LOG_AROUND = 3;

    private static final double LOG_DRIFT_PPM = 80;
    private static final double EYE_HEIGHT = 1.6;

    private TravelTrials() {}

    /** A ride, with how long the lenses' lines take. */
    private record Trial(String name, double readOut, Ride ride) {}

    /**
     * What became of it, by the pictures alone and with a motion log.
     *
     * @param clockSeconds by how much the log's clock is wrong in the middle of the take
     * @param up by how much the accelerometer's upright is off, degrees
     */
    private record Outcome(Track alone, Track logged, double clockSeconds, double up) {}

    /**
     * How far a track is off.
     *
     * @param left how much it trembles where it is steadied by what was measured, degrees
     * @param drift how far the view is off at its end, degrees a minute
     */
    private record Track(double left, double drift) {}

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
        List<Figure> figures = new ArrayList<>(of("while travelling", 0.08, outcomes, Outcome::alone));
        figures.addAll(of("while travelling, with a motion log", 0.05, outcomes, Outcome::logged));
        figures.add(new Figure(
                "steady: motion log's clock off, worst",
                1000 * Figure.percentile(outcomes, Outcome::clockSeconds, 1),
                "milliseconds",
                Figure.Bar.AT_MOST,
                0.3));
        figures.add(new Figure(
                "steady: accelerometer's upright off over 12 s, median",
                Figure.percentile(outcomes, Outcome::up, 0.5),
                "degrees",
                Figure.Bar.AT_MOST,
                0.3));
        return figures;
    }

    private static List<Figure> of(
            String when, double mostLeft, List<Outcome> outcomes, Function<Outcome, Track> track) {
        List<Figure> figures = new ArrayList<>();
        for (double share : new double[] {0.5, 1}) {
            String which = share == 1 ? "worst" : "median";
            figures.add(new Figure(
                    "steady: shake left " + when + ", " + which,
                    Figure.percentile(outcomes, outcome -> track.apply(outcome).left, share),
                    "degrees",
                    Figure.Bar.AT_MOST,
                    mostLeft));
            figures.add(new Figure(
                    "steady: drift " + when + ", " + which,
                    Figure.percentile(outcomes, outcome -> track.apply(outcome).drift, share),
                    "degrees a minute",
                    Figure.Bar.AT_MOST,
                    0.5));
        }
        return figures;
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
        Outcome outcome = judged(trial, followed.followed());
        news.accept(String.format(
                Locale.ROOT,
                "%s: shake left %.3f, drift %.2f degrees a minute; with a log %.3f, %.2f, its clock off %.3f ms, upright off %.2f",
                trial.name,
                outcome.alone.left,
                outcome.alone.drift,
                outcome.logged.left,
                outcome.logged.drift,
                1000 * outcome.clockSeconds,
                outcome.up));
        return outcome;
    }

    private static Outcome judged(Trial trial, FollowedRig.Followed found) {
        RotationTrack picture = found.shake().worldFromRig();
        LogRecorder recorder = LogRecorder.usual(Rotation.ofYawPitchRoll(1, 0.5, 2), -LOG_AROUND, 9)
                .withClock(0, LOG_DRIFT_PPM);
        MotionLog log = recorder.record(trial.ride, FRAMES / RATE + 2 * LOG_AROUND);
        LogFit fit = LogAligner.align(picture, log, Run.QUIET).orElseThrow();
        LogFusion.Fused fused = LogFusion.fuse(picture, found.driftRad(), log, fit);
        double middle = (picture.from() + picture.to()) / 2;
        double shown = fit.clock().logTime(middle);
        double truth = (middle + trial.readOut / 2 - recorder.clockOffset()) / (1 + LOG_DRIFT_PPM * 1e-6);
        Direction up = trial.ride.at(trial.readOut / 2).worldFromRig().inverse().apply(Direction.UP);
        return new Outcome(
                track(trial, picture),
                track(trial, fused.worldFromRig()),
                Math.abs(shown - truth),
                Math.toDegrees(fused.up().orElseThrow().angleTo(up)));
    }

    /** A picture's turn is that of the middle of its lines. */
    private static Track track(Trial trial, RotationTrack track) {
        double late = trial.readOut / 2;
        Rotation first = trial.ride.at(late).worldFromRig().inverse();
        Rotation[] off = new Rotation[track.size()];
        for (int n = 0; n < off.length; n++) {
            Rotation truth = first.times(trial.ride.at(track.time(n) + late).worldFromRig());
            off[n] = truth.times(track.rotation(n).inverse());
        }
        double seconds = track.to() - track.from();
        return new Track(
                Math.toDegrees(Jitter.rms(new RotationTrack(track.times(), off), SHAKE_HERTZ)),
                Math.toDegrees(off[off.length - 1].angleTo(Rotation.IDENTITY)) * 60 / seconds);
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
