package foldback.core.motion.log;

import foldback.core.motion.RotationTrack;
import foldback.core.space.Rotation;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.ejml.data.DMatrixRMaj;
import org.ejml.dense.row.CommonOps_DDRM;

/**
 * What a log's motion is off over a take, smoothed: its turn, in the world; what is left of its bias, in the rig; the picture's own drift, in the
 * world; and what holds the rig up. The picture sees its drift and the log's error together, the accelerometer the log's error alone.
 */
final class LogErrors {
    private static final int TURN = 0;
    private static final int BIAS = 3;
    private static final int DRIFT = 6;
    private static final int UP = 9;
    private static final int STATES = 12;
    /** A gyroscope's noise, radians a second in each root of a hertz. */
    private static final double GYRO_NOISE = Math.toRadians(0.01);
    /** What its unit may be wrong by. */
    private static final double SCALE_SIGMA = 0.003;
    /** How its bias wanders, radians a second in the root of each second. */
    private static final double BIAS_WALK = Math.toRadians(0.001);

    private static final double BIAS_SIGMA = Math.toRadians(0.5);
    /** What a picture drifts in the root of each second at least. */
    private static final double LEAST_DRIFT = Math.toRadians(0.005);
    /** Of the noise, beyond which a moment of the picture is taken as that. */
    private static final double CLIP = 4;

    private final int count;
    private final double step;
    private final double from;
    private final RotationTrack log;
    private final double[][] seen;
    /** By how much the turn may have got farther off since the state before: its variance. */
    private final double[] walk;

    private final double seenSigma;
    private final double driftWalk;
    private final List<List<Up>> ups = new ArrayList<>();
    private final double[][] turns;
    private Optional<double[]> up = Optional.empty();
    private double upSigma;

    private record Up(double[] vector, double sigma) {}

    /**
     * @param count of states, {@code step} seconds apart
     * @param path how the rig turned by the log
     * @param driftRad by how much the picture's motion may have drifted in all
     * @param noise by how much the picture is off from moment to moment, radians
     */
    LogErrors(int count, double step, GyroPath path, RotationTrack picture, double driftRad, double noise) {
        this.count = count;
        this.step = step;
        log = path.track();
        walk = walk(count, step, path.bridged(), picture, noise);
        from = picture.from();
        seen = seen(count, step, log, picture, CLIP * noise);
        double perStep = Math.max(1, step * (picture.size() - 1) / (picture.to() - picture.from()));
        // A turn from one moment to the next is off by what both are off.
        seenSigma = noise / Math.sqrt(2) / Math.sqrt(perStep);
        double length = picture.to() - picture.from();
        driftWalk = Math.max(LEAST_DRIFT, driftRad / Math.sqrt(3) / Math.sqrt(length));
        turns = new double[count][3];
        for (int n = 0; n < count; n++) {
            ups.add(new ArrayList<>());
        }
    }

    /** A gyroscope's own noise, and that of the picture wherever its turns stand in for the log's. */
    private static double[] walk(int count, double step, boolean[] bridged, RotationTrack picture, double noise) {
        double[] walk = new double[count];
        Arrays.fill(walk, GYRO_NOISE * GYRO_NOISE * step);
        for (int i = 0; i < bridged.length; i++) {
            if (bridged[i]) {
                int n = (int) Math.ceil((picture.time(i) - picture.from()) / step);
                walk[Math.min(count - 1, n)] += noise * noise;
            }
        }
        return walk;
    }

    /** What the picture is off the log in the mean around each state; moments that are far off the median count as its limit. */
    private static double[][] seen(int count, double step, RotationTrack log, RotationTrack picture, double limit) {
        List<List<double[]>> all = new ArrayList<>();
        for (int n = 0; n < count; n++) {
            all.add(new ArrayList<>());
        }
        for (int i = 0; i < picture.size(); i++) {
            int n = (int) Math.round((picture.time(i) - picture.from()) / step);
            Rotation off = picture.rotation(i).times(log.at(picture.time(i)).inverse());
            all.get(Math.min(count - 1, n)).add(off.vector());
        }
        double[][] seen = new double[count][];
        for (int n = 0; n < count; n++) {
            List<double[]> vectors = all.get(n);
            if (!vectors.isEmpty()) {
                seen[n] = mean(vectors, limit);
            }
        }
        return seen;
    }

    private static double[] mean(List<double[]> vectors, double limit) {
        double[] mean = new double[3];
        for (int k = 0; k < 3; k++) {
            int axis = k;
            double[] sorted =
                    vectors.stream().mapToDouble(v -> v[axis]).sorted().toArray();
            double median = sorted[sorted.length / 2];
            mean[k] = median
                    + Arrays.stream(sorted)
                            .map(value -> Math.max(-limit, Math.min(limit, value - median)))
                            .average()
                            .orElse(0);
        }
        return mean;
    }

    /** What holds the rig up as seen at a time, in the world by the log, where its length is 1 in the mean. */
    void addUp(double seconds, double[] vector, double sigma) {
        int n = (int) Math.round((seconds - from) / step);
        ups.get(Math.max(0, Math.min(count - 1, n))).add(new Up(vector, sigma));
    }

    /** @param meanUp about which what holds the rig up is told; empty without an accelerometer */
    void solve(Optional<double[]> meanUp) {
        double[] state = new double[STATES];
        DMatrixRMaj covariance = new DMatrixRMaj(STATES, STATES);
        // The world is the rig's frame at the first moment: nothing is off there, and the picture not by drift.
        for (int k = 0; k < 3; k++) {
            covariance.set(BIAS + k, BIAS + k, BIAS_SIGMA * BIAS_SIGMA);
            covariance.set(UP + k, UP + k, 1);
        }
        meanUp.ifPresent(mean -> System.arraycopy(mean, 0, state, UP, 3));
        double[][] states = new double[count][];
        double[][] expected = new double[count][];
        DMatrixRMaj[] covariances = new DMatrixRMaj[count];
        DMatrixRMaj[] before = new DMatrixRMaj[count];
        DMatrixRMaj[] transitions = new DMatrixRMaj[count];
        for (int n = 0; n < count; n++) {
            if (n > 0) {
                transitions[n] = transition(from + (n - 0.5) * step);
                double ofUnit = SCALE_SIGMA * log.at(from + n * step).angleTo(log.at(from + (n - 1) * step));
                covariance = predict(state, covariance, transitions[n], walk[n] + ofUnit * ofUnit);
            }
            expected[n] = state.clone();
            before[n] = covariance.copy();
            observe(n, state, covariance, meanUp);
            states[n] = state.clone();
            covariances[n] = covariance.copy();
        }
        DMatrixRMaj last = smooth(states, expected, covariances, before, transitions);
        for (int n = 0; n < count; n++) {
            turns[n] = Arrays.copyOfRange(states[n], TURN, TURN + 3);
        }
        up = meanUp.map(mean -> Arrays.copyOfRange(states[0], UP, UP + 3));
        upSigma = Math.sqrt(Math.max(0, (last.get(UP, UP) + last.get(UP + 1, UP + 1) + last.get(UP + 2, UP + 2)) / 2));
    }

    private DMatrixRMaj transition(double seconds) {
        DMatrixRMaj f = CommonOps_DDRM.identity(STATES);
        double[] m = log.at(seconds).matrix();
        for (int r = 0; r < 3; r++) {
            for (int c = 0; c < 3; c++) {
                f.set(TURN + r, BIAS + c, step * m[3 * r + c]);
            }
        }
        return f;
    }

    private DMatrixRMaj predict(double[] state, DMatrixRMaj covariance, DMatrixRMaj f, double ofTurn) {
        DMatrixRMaj column = DMatrixRMaj.wrap(STATES, 1, state.clone());
        DMatrixRMaj moved = new DMatrixRMaj(STATES, 1);
        CommonOps_DDRM.mult(f, column, moved);
        System.arraycopy(moved.data, 0, state, 0, STATES);
        DMatrixRMaj half = new DMatrixRMaj(STATES, STATES);
        DMatrixRMaj next = new DMatrixRMaj(STATES, STATES);
        CommonOps_DDRM.mult(f, covariance, half);
        CommonOps_DDRM.multTransB(half, f, next);
        for (int k = 0; k < 3; k++) {
            next.add(TURN + k, TURN + k, ofTurn);
            next.add(BIAS + k, BIAS + k, BIAS_WALK * BIAS_WALK * step);
            next.add(DRIFT + k, DRIFT + k, driftWalk * driftWalk * step);
        }
        return next;
    }

    private void observe(int n, double[] state, DMatrixRMaj covariance, Optional<double[]> meanUp) {
        double[] row = new double[STATES];
        if (seen[n] != null) {
            for (int k = 0; k < 3; k++) {
                Arrays.fill(row, 0);
                row[TURN + k] = 1;
                row[DRIFT + k] = 1;
                take(row, seen[n][k], seenSigma, state, covariance);
            }
        }
        for (Up seenUp : ups.get(n)) {
            double[] mean = meanUp.orElseThrow();
            for (int k = 0; k < 3; k++) {
                int next = (k + 1) % 3;
                int last = (k + 2) % 3;
                Arrays.fill(row, 0);
                row[UP + k] = 1;
                // What the log turned too little, the vector is turned too little: mean x turn.
                row[TURN + last] = mean[next];
                row[TURN + next] = -mean[last];
                take(row, seenUp.vector[k], seenUp.sigma, state, covariance);
            }
        }
    }

    /** Takes one number into account (Kalman 1960). */
    private static void take(double[] row, double value, double sigma, double[] state, DMatrixRMaj covariance) {
        double[] gain = new double[STATES];
        double variance = sigma * sigma;
        double off = value;
        for (int r = 0; r < STATES; r++) {
            for (int c = 0; c < STATES; c++) {
                gain[r] += covariance.get(r, c) * row[c];
            }
            variance += row[r] * gain[r];
            off -= row[r] * state[r];
        }
        for (int r = 0; r < STATES; r++) {
            state[r] += gain[r] / variance * off;
            for (int c = 0; c < STATES; c++) {
                covariance.add(r, c, -gain[r] * gain[c] / variance);
            }
        }
    }

    /** Backwards through the take; the first state's covariance. */
    private static DMatrixRMaj smooth(
            double[][] states,
            double[][] expected,
            DMatrixRMaj[] covariances,
            DMatrixRMaj[] before,
            DMatrixRMaj[] transitions) {
        DMatrixRMaj later = covariances[states.length - 1];
        DMatrixRMaj inverse = new DMatrixRMaj(STATES, STATES);
        DMatrixRMaj half = new DMatrixRMaj(STATES, STATES);
        DMatrixRMaj gain = new DMatrixRMaj(STATES, STATES);
        for (int n = states.length - 2; n >= 0; n--) {
            DMatrixRMaj regular = before[n + 1].copy();
            for (int k = 0; k < STATES; k++) {
                regular.add(k, k, 1e-18);
            }
            CommonOps_DDRM.invert(regular, inverse);
            CommonOps_DDRM.multTransB(covariances[n], transitions[n + 1], half);
            CommonOps_DDRM.mult(half, inverse, gain);
            for (int r = 0; r < STATES; r++) {
                for (int c = 0; c < STATES; c++) {
                    states[n][r] += gain.get(r, c) * (states[n + 1][c] - expected[n + 1][c]);
                }
            }
            DMatrixRMaj change = later.copy();
            CommonOps_DDRM.subtractEquals(change, before[n + 1]);
            CommonOps_DDRM.mult(gain, change, half);
            DMatrixRMaj smoothed = new DMatrixRMaj(STATES, STATES);
            CommonOps_DDRM.multTransB(half, gain, smoothed);
            CommonOps_DDRM.addEquals(smoothed, covariances[n]);
            later = smoothed;
        }
        return later;
    }

    /** What the log is off at a time: the rotation that puts its turn right, in the world. */
    Rotation at(double seconds) {
        double place = Math.max(0, Math.min(count - 1.0, (seconds - from) / step));
        int n = Math.min(count - 2, (int) place);
        double s = place - n;
        double[] v = new double[3];
        for (int k = 0; k < 3; k++) {
            v[k] = (1 - s) * turns[n][k] + s * turns[n + 1][k];
        }
        return Rotation.ofVector(v[0], v[1], v[2]);
    }

    /** What holds the rig up, in the world. */
    Optional<double[]> up() {
        return up;
    }

    double upSigma() {
        return upSigma;
    }
}
