package foldback.core.motion;

import foldback.core.space.Rotation;
import foldback.core.space.RotationPath;
import java.util.Arrays;

/**
 * Rotations at rising times, and between them a cubic in the tangent space of the earlier one, whose slopes are those of its
 * neighbours. Before its first time and behind its last it stays as it is there.
 */
public final class RotationTrack implements RotationPath {
    private final double[] times;
    private final Rotation[] rotations;
    /** From each rotation to the next, in the earlier one's own frame, radians. */
    private final double[][] steps;

    /** @throws IllegalArgumentException where times do not rise, or are not as many as the rotations */
    public RotationTrack(double[] times, Rotation[] rotations) {
        if (times.length == 0 || times.length != rotations.length) {
            throw new IllegalArgumentException("a track needs as many times as rotations, and one at least: "
                    + times.length + ", " + rotations.length);
        }
        this.times = times.clone();
        this.rotations = rotations.clone();
        steps = new double[times.length - 1][];
        for (int i = 0; i < steps.length; i++) {
            if (!(times[i + 1] > times[i])) {
                throw new IllegalArgumentException("times must rise: " + times[i] + ", " + times[i + 1]);
            }
            steps[i] = rotations[i].inverse().times(rotations[i + 1]).vector();
        }
    }

    public int size() {
        return times.length;
    }

    /** Its times, seconds. */
    public double[] times() {
        return times.clone();
    }

    public double time(int i) {
        return times[i];
    }

    public Rotation rotation(int i) {
        return rotations[i];
    }

    public double from() {
        return times[0];
    }

    public double to() {
        return times[times.length - 1];
    }

    @Override
    public Rotation at(double seconds) {
        if (!(seconds > times[0])) {
            return rotations[0];
        }
        if (seconds >= to()) {
            return rotations[rotations.length - 1];
        }
        int found = Arrays.binarySearch(times, seconds);
        int i = found >= 0 ? found : -found - 2;
        double span = times[i + 1] - times[i];
        double s = (seconds - times[i]) / span;
        double toFirst = s * (1 - s) * (1 - s);
        double toNext = s * s * (3 - 2 * s);
        double toLast = -s * s * (1 - s);
        double[] v = new double[3];
        for (int k = 0; k < 3; k++) {
            v[k] = toFirst * slope(i, k, span) + toNext * steps[i][k] + toLast * slope(i + 1, k, span);
        }
        return rotations[i].times(Rotation.ofVector(v[0], v[1], v[2]));
    }

    /** How fast it turns at one of its times, over a span: by central differences of the fourth order where there are steps enough. */
    private double slope(int i, int k, double span) {
        double before = rate(Math.max(0, i - 1), k);
        double after = rate(Math.min(steps.length - 1, i), k);
        if (i < 2 || i + 1 >= steps.length) {
            return span * (before + after) / 2;
        }
        return span * (7 * (before + after) - rate(i - 2, k) - rate(i + 1, k)) / 12;
    }

    private double rate(int i, int k) {
        return steps[i][k] / (times[i + 1] - times[i]);
    }
}
