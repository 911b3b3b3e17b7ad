package foldback.core.motion.log;

/** A log beside a picture's turns, as far as is known by now: where it lies, how it is mounted, what its unit and its bias are. */
final class LogModel {
    final PictureTurns turns;
    final GyroSums log;
    double offset;
    double drift;
    double[] mounting;
    double scale;
    final double[] bias = new double[3];

    LogModel(PictureTurns turns, GyroSums log) {
        this.turns = turns;
        this.log = log;
    }

    /** At a take time, seconds. */
    double logTime(double seconds) {
        return logTime(seconds, 0);
    }

    /** The same where the log is late by some seconds more. */
    double logTime(double seconds, double late) {
        return (seconds - offset - late) / (1 + drift);
    }

    /** Whether the log says anything of a turn of the picture. */
    boolean isTold(int i) {
        return log.covers(logTime(turns.time(i)), logTime(turns.time(i + 1)));
    }

    /** The log's turn beside a turn of the picture, in the log's unit and axes, its bias taken off. */
    double[] shown(int i) {
        return shown(i, 0);
    }

    double[] shown(int i, double late) {
        double[] before = new double[3];
        double[] after = new double[3];
        double from = logTime(turns.time(i), late);
        double to = logTime(turns.time(i + 1), late);
        log.sum(from, before);
        log.sum(to, after);
        for (int k = 0; k < 3; k++) {
            after[k] -= before[k] + bias[k] * (to - from);
        }
        return after;
    }

    /** A turn in the log's unit and axes as one in the rig's. */
    double[] inRig(double[] v) {
        double[] turned = new double[3];
        for (int k = 0; k < 3; k++) {
            turned[k] = scale * (mounting[3 * k] * v[0] + mounting[3 * k + 1] * v[1] + mounting[3 * k + 2] * v[2]);
        }
        return turned;
    }

    /** What a turn of the picture is off the log's, in the rig. */
    double[] off(int i) {
        return off(i, 0);
    }

    double[] off(int i, double late) {
        double[] off = inRig(shown(i, late));
        for (int k = 0; k < 3; k++) {
            off[k] = turns.turn(i, k) - off[k];
        }
        return off;
    }
}
