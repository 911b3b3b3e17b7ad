package foldback.core.motion.log;

import foldback.core.motion.RotationTrack;
import foldback.core.space.Rotation;
import java.util.ArrayList;
import java.util.List;

/**
 * How a rig turned by its log alone, but where the log says nothing: there as the picture says.
 *
 * @param track from the picture's first time to its last, with the picture's times among its own; the rig's frame at the first one is the world
 * @param bridged of each of the picture's turns, whether it is the picture's
 */
record GyroPath(RotationTrack track, boolean[] bridged) {
    /** Nearer together samples are no finer than what a rig can do, seconds. */
    private static final double FINEST = 0.004;

    static GyroPath integrate(RotationTrack picture, GyroSums log, LogFit fit) {
        boolean[] bridged = new boolean[picture.size() - 1];
        double finest = Math.max(FINEST, 1 / log.gyro().rate());
        List<Double> times = new ArrayList<>();
        List<Rotation> turns = new ArrayList<>();
        times.add(picture.from());
        turns.add(Rotation.IDENTITY);
        Rotation now = Rotation.IDENTITY;
        for (int i = 0; i + 1 < picture.size(); i++) {
            double from = picture.time(i);
            double to = picture.time(i + 1);
            if (!log.covers(fit.clock().logTime(from), fit.clock().logTime(to))) {
                bridged[i] = true;
                now = now.times(picture.rotation(i).inverse().times(picture.rotation(i + 1)));
                times.add(to);
                turns.add(now);
                continue;
            }
            int parts = (int) Math.max(1, Math.ceil((to - from) / finest));
            for (int part = 1; part <= parts; part++) {
                double before = from + (to - from) * (part - 1) / parts;
                double after = part == parts ? to : from + (to - from) * part / parts;
                now = now.times(turn(log, fit, before, after));
                times.add(after);
                turns.add(now);
            }
        }
        RotationTrack track =
                new RotationTrack(times.stream().mapToDouble(time -> time).toArray(), turns.toArray(Rotation[]::new));
        return new GyroPath(track, bridged);
    }

    private static Rotation turn(GyroSums log, LogFit fit, double from, double to) {
        double[] before = new double[3];
        double[] after = new double[3];
        double logFrom = fit.clock().logTime(from);
        double logTo = fit.clock().logTime(to);
        log.sum(logFrom, before);
        log.sum(logTo, after);
        for (int k = 0; k < 3; k++) {
            after[k] = fit.scale() * (after[k] - before[k] - fit.bias()[k] * (logTo - logFrom));
        }
        double[] turn = fit.inRig(after[0], after[1], after[2]);
        return Rotation.ofVector(turn[0], turn[1], turn[2]);
    }
}
