package foldback.core.motion;

import foldback.core.space.Rotation;
import java.util.Arrays;

/**
 * What a clip's picture says of time.
 *
 * @param times of its frames, seconds after the clip's first; shared, not to be changed
 * @param turns three rows: the rate of turning about the lens's x, y and z axis between each frame and the next, radians a
 *     second; shared, not to be changed
 * @param light mean luma of each frame, 0 to 1; shared, not to be changed
 * @param noise standard error of a rate of turning, radians a second
 */
public record PictureTrack(double[] times, float[][] turns, float[] light, double noise) {

    public PictureTrack {
        int pairs = Math.max(0, times.length - 1);
        if (light.length != times.length || turns.length != 3 || turns[0].length != pairs) {
            throw new IllegalArgumentException("a picture track of " + times.length
                    + " frames needs as many lights and " + pairs + " turns: " + light.length + ", " + turns[0].length);
        }
    }

    public int frames() {
        return times.length;
    }

    /** Seconds from the first frame to the last. */
    public double seconds() {
        return times.length == 0 ? 0 : times[times.length - 1] - times[0];
    }

    /** Clip time of its first frame. */
    public double from() {
        return times[0];
    }

    /** Clip time of its last frame. */
    public double to() {
        return times[times.length - 1];
    }

    /** Frames per second, on the average. */
    public double rate() {
        return (times.length - 1) / seconds();
    }

    /** What its turns add up to: takes the lens's directions at a clip time to those at its first frame. */
    public RotationTrack chained() {
        Rotation[] rotations = new Rotation[times.length];
        rotations[0] = Rotation.IDENTITY;
        for (int n = 1; n < times.length; n++) {
            double gap = times[n] - times[n - 1];
            Rotation turn = Rotation.ofVector(gap * turns[0][n - 1], gap * turns[1][n - 1], gap * turns[2][n - 1]);
            rotations[n] = rotations[n - 1].times(turn.inverse());
        }
        return new RotationTrack(times, rotations);
    }

    /** The part between two clip times, seconds, whose times stay those of the clip. */
    public PictureTrack between(double from, double to) {
        int first = 0;
        while (first < times.length && times[first] < from) {
            first++;
        }
        int last = first;
        while (last < times.length && times[last] <= to) {
            last++;
        }
        float[][] shown = new float[3][];
        for (int axis = 0; axis < 3; axis++) {
            shown[axis] = Arrays.copyOfRange(
                    turns[axis],
                    Math.min(first, turns[axis].length),
                    Math.max(Math.min(first, turns[axis].length), last - 1));
        }
        return new PictureTrack(
                Arrays.copyOfRange(times, first, last), shown, Arrays.copyOfRange(light, first, last), noise);
    }

    /** Puts a track together, picture by picture. */
    public static final class Builder {
        private final double[] turn = new double[3];
        private double[] times = new double[1024];
        private float[][] turns = new float[3][1024];
        private float[] light = new float[1024];
        private double squares;
        private int measured;
        private int count;

        /**
         * Adds a picture.
         *
         * @param time seconds after the first frame
         * @param meter that has seen all the pictures before
         * @param luma of the meter's lens, unsigned
         */
        public void add(double time, TurnMeter meter, byte[] luma) {
            if (count == times.length) {
                times = Arrays.copyOf(times, 2 * count);
                light = Arrays.copyOf(light, 2 * count);
                for (int axis = 0; axis < 3; axis++) {
                    turns[axis] = Arrays.copyOf(turns[axis], 2 * count);
                }
            }
            boolean turned = meter.next(luma, turn);
            if (count > 0 && turned) {
                double gap = Math.max(1e-6, time - times[count - 1]);
                for (int axis = 0; axis < 3; axis++) {
                    turns[axis][count - 1] = (float) (turn[axis] / gap);
                }
                squares += meter.sigma() * meter.sigma() / (gap * gap);
                measured++;
            }
            times[count] = time;
            light[count] = (float) meter.light();
            count++;
        }

        /** What was added so far; where a turn could not be told it is none. */
        public PictureTrack build() {
            float[][] shown = new float[3][];
            for (int axis = 0; axis < 3; axis++) {
                shown[axis] = Arrays.copyOf(turns[axis], Math.max(0, count - 1));
            }
            return new PictureTrack(
                    Arrays.copyOf(times, count),
                    shown,
                    Arrays.copyOf(light, count),
                    measured == 0 ? 0 : Math.sqrt(squares / measured));
        }
    }
}
