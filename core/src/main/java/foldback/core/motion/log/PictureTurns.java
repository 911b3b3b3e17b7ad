package foldback.core.motion.log;

import foldback.core.motion.RotationTrack;

/** What a picture says of a rig's turning, from each of its times to the next. */
final class PictureTurns {
    private final double[] times;
    private final double[] turns;

    PictureTurns(RotationTrack worldFromRig) {
        times = worldFromRig.times();
        turns = new double[3 * size()];
        for (int i = 0; i < size(); i++) {
            double[] turn = worldFromRig
                    .rotation(i)
                    .inverse()
                    .times(worldFromRig.rotation(i + 1))
                    .vector();
            System.arraycopy(turn, 0, turns, 3 * i, 3);
        }
    }

    int size() {
        return times.length - 1;
    }

    /** When the i-th turn begins; the one behind the last is where the last ends. */
    double time(int i) {
        return times[i];
    }

    double from() {
        return times[0];
    }

    double to() {
        return times[size()];
    }

    /** Radians about an axis of the rig, in all of the i-th turn. */
    double turn(int i, int axis) {
        return turns[3 * i + axis];
    }

    /** The usual time of a turn. */
    double step() {
        return (to() - from()) / size();
    }
}
