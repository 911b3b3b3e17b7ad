package foldback.core.motion.log;

import foldback.core.motion.RotationTrack;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import java.util.Optional;

/**
 * One motion of a picture's and a log's: the quick part is the log's, what is slow is drawn from both as they can be trusted, and what is upright
 * from the accelerometer. A smoother of the log's error (Rauch, Tung and Striebel 1965) over the whole take, so that it has no lag.
 */
public final class LogFusion {
    /** Between two states of the smoother, seconds: what a gyroscope is off changes slowly. */
    private static final double STEP = 0.2;
    /** Windows over which the accelerometer is averaged: long beside a walker's steps, seconds. */
    private static final double STEADY = 3;
    /** What an accelerometer's mean is trusted to at best, as a share of what holds the rig up. */
    private static final double LEAST_UNREST = 0.003;

    private LogFusion() {}

    /**
     * What both say.
     *
     * @param worldFromRig at the picture's times; as the rig was at the first one is the world
     * @param fine the same at the log's times, wherever it says something
     * @param up away from what pulls down, in the world; empty where there is no accelerometer
     * @param upSigma standard error of that, radians
     */
    public record Fused(RotationTrack worldFromRig, RotationTrack fine, Optional<Direction> up, double upSigma) {}

    /**
     * Fuses them.
     *
     * @param picture how the rig turned by the picture
     * @param driftRad by how much that may have drifted in all, standard error, radians
     */
    public static Fused fuse(RotationTrack picture, double driftRad, MotionLog log, LogFit fit) {
        GyroPath path = GyroPath.integrate(picture, new GyroSums(log.gyro()), fit);
        RotationTrack fine = path.track();
        double length = picture.to() - picture.from();
        int count = Math.max(2, (int) Math.ceil(length / STEP) + 1);
        double step = length / (count - 1);
        LogErrors errors = new LogErrors(count, step, path, picture, driftRad, fit.noise());
        Optional<double[]> up = log.acceleration()
                .flatMap(acceleration -> new UpSamples(acceleration, fit, fine, STEADY).feed(errors, LEAST_UNREST));
        errors.solve(up);
        Rotation[] turns = new Rotation[fine.size()];
        for (int i = 0; i < turns.length; i++) {
            turns[i] = errors.at(fine.time(i)).times(fine.rotation(i));
        }
        RotationTrack corrected = new RotationTrack(fine.times(), turns);
        Rotation back = corrected.at(picture.from()).inverse();
        RotationTrack world = turned(back, corrected);
        Rotation[] atPictures = new Rotation[picture.size()];
        for (int i = 0; i < atPictures.length; i++) {
            atPictures[i] = world.at(picture.time(i));
        }
        Optional<Direction> shown = errors.up().map(v -> back.apply(new Direction(v[0], v[1], v[2])));
        return new Fused(
                new RotationTrack(picture.times(), atPictures),
                world,
                shown,
                Math.hypot(errors.upSigma(), fit.mountingSigma()));
    }

    private static RotationTrack turned(Rotation by, RotationTrack track) {
        Rotation[] turned = new Rotation[track.size()];
        for (int i = 0; i < turned.length; i++) {
            turned[i] = by.times(track.rotation(i));
        }
        return new RotationTrack(track.times(), turned);
    }
}
