package foldback.core.motion.log;

import foldback.core.motion.log.LogFit.Moment;
import foldback.core.space.Rotation;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.ejml.data.DMatrixRMaj;
import org.ejml.dense.row.CommonOps_DDRM;
import org.ejml.simple.SimpleMatrix;
import org.ejml.simple.SimpleSVD;

/**
 * All that is unknown of a log at once, from a clock that is nearly right: mounting, unit, bias, offset and drift by least squares on how the rig
 * turned from each picture to the next, with Cauchy's weights; parts of the take whose clock is another one are left out.
 */
final class LogRefiner {
    private static final int UNKNOWNS = 9;
    private static final int ROUNDS = 4;
    private static final int STEPS = 6;
    /** Of the noise, beyond which what disagrees counts less. */
    private static final double CAUCHY = 2;
    /** What of the turning about the axis turned about most the least one must have, to tell of a mirrored axis. */
    private static final double MIRRORED = 0.03;
    /** What turning rates are written in. */
    private static final double[] UNITS = {1, Math.toRadians(1)};
    /**
     * A unit that is so near one of them is that: gyroscopes are right to a hundredth, while pictures of things near by show a shaken rig's turns
     * some hundredths too large, since lenses lie off what it turns about.
     */
    private static final double UNIT = 0.1;

    private static final double FIXED = 1e15;
    /** By so much a step changes another unit at most, about. */
    private static final double SCALE_STEP = 0.02;

    private static final double DRIFT_SIGMA = 100e-6;
    /** So long a part of the take tells the clock by itself, seconds. */
    private static final double PART = 5;
    /** More parts are not shown: they get longer. */
    private static final int MOST_PARTS = 60;

    private static final double CLEARLY_OFF = 4;
    private static final double OFF_SECONDS = 0.004;
    private static final double USELESS_SIGMA = 0.01;
    private static final double NOISE_FLOOR = 1e-6;

    private final PictureTurns turns;
    private final GyroSums log;
    private final double[] weights;
    private final boolean[] leftOut;

    private double offset;
    private double drift;
    private double[] mounting;
    private double scale;
    private boolean isKnownUnit;
    private final double[] bias = new double[3];
    private double clockSigma;
    private double mountingSigma;

    LogRefiner(PictureTurns turns, GyroSums log) {
        this.turns = turns;
        this.log = log;
        weights = new double[turns.size()];
        leftOut = new boolean[turns.size()];
    }

    /** Empty where the log shows nothing of the take, or nothing turns. */
    Optional<LogFit> refine(LogClock about) {
        offset = about.offsetSeconds();
        drift = about.driftPpm() * 1e-6;
        List<Moment> moments = List.of();
        for (int round = 0; round < ROUNDS; round++) {
            Arrays.fill(weights, 1);
            if (!start()) {
                return Optional.empty();
            }
            start();
            for (int step = 0; step < STEPS; step++) {
                weigh();
                if (!improve()) {
                    return Optional.empty();
                }
            }
            weigh();
            moments = judged(moments());
            if (!leaveOut(moments)) {
                break;
            }
        }
        double noise = noise();
        return Optional.of(new LogFit(
                new LogClock(offset, drift * 1e6),
                clockSigma,
                mounting.clone(),
                mountingSigma,
                scale,
                bias.clone(),
                noise,
                explained(),
                log.faultShare(),
                moments,
                Optional.empty()));
    }

    private double logTime(double seconds) {
        return logTime(seconds, 0);
    }

    /** The same where the log is late by some seconds more. */
    private double logTime(double seconds, double late) {
        return (seconds - offset - late) / (1 + drift);
    }

    private boolean isTold(int i) {
        return log.covers(logTime(turns.time(i)), logTime(turns.time(i + 1)));
    }

    /** The log's turn beside a turn of the picture, in the log's unit and axes, its bias taken off. */
    private double[] shown(int i) {
        return shown(i, 0);
    }

    private double[] shown(int i, double late) {
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

    private double[] inRig(double[] v) {
        double[] turned = new double[3];
        for (int k = 0; k < 3; k++) {
            turned[k] = scale * (mounting[3 * k] * v[0] + mounting[3 * k + 1] * v[1] + mounting[3 * k + 2] * v[2]);
        }
        return turned;
    }

    /** Mounting, unit and bias in closed form by what both say of the turns without their means (Arun et al. 1987, mirroring allowed). */
    private boolean start() {
        Arrays.fill(bias, 0);
        double sum = 0;
        double[] ofPicture = new double[3];
        double[] ofLog = new double[3];
        for (int i = 0; i < turns.size(); i++) {
            if (counts(i)) {
                double[] shown = shown(i);
                sum += weights[i];
                for (int k = 0; k < 3; k++) {
                    ofPicture[k] += weights[i] * turns.turn(i, k);
                    ofLog[k] += weights[i] * shown[k];
                }
            }
        }
        if (!(sum > 0)) {
            return false;
        }
        SimpleMatrix products = new SimpleMatrix(3, 3);
        double squares = 0;
        for (int i = 0; i < turns.size(); i++) {
            if (counts(i)) {
                double[] shown = shown(i);
                for (int a = 0; a < 3; a++) {
                    double ofA = turns.turn(i, a) - ofPicture[a] / sum;
                    for (int b = 0; b < 3; b++) {
                        products.set(a, b, products.get(a, b) + weights[i] * ofA * (shown[b] - ofLog[b] / sum));
                    }
                    squares += weights[i] * Math.pow(shown[a] - ofLog[a] / sum, 2);
                }
            }
        }
        if (!(squares > 0)) {
            return false;
        }
        SimpleSVD<SimpleMatrix> svd = products.svd();
        double[] along = svd.getSingularValues();
        double sense = Math.signum(svd.getU().determinant() * svd.getV().determinant());
        // A rig that turned about one axis alone, or two, does not tell whether the third is mirrored.
        boolean isMirrored = sense < 0 && along[2] > MIRRORED * along[0];
        double last = sense < 0 && !isMirrored ? -1 : 1;
        SimpleMatrix rotation =
                svd.getU().mult(SimpleMatrix.diag(1, 1, last)).mult(svd.getV().transpose());
        scale = unit((along[0] + along[1] + last * along[2]) / squares);
        mounting = new double[9];
        for (int k = 0; k < 9; k++) {
            mounting[k] = rotation.get(k / 3, k % 3);
        }
        double span = turns.step() / (1 + drift);
        for (int b = 0; b < 3; b++) {
            double atRest = ofLog[b];
            for (int a = 0; a < 3; a++) {
                atRest -= mounting[3 * a + b] * ofPicture[a] / scale;
            }
            bias[b] = atRest / sum / span;
        }
        return scale > 0;
    }

    private double unit(double found) {
        for (double unit : UNITS) {
            if (Math.abs(found / unit - 1) < UNIT) {
                isKnownUnit = true;
                return unit;
            }
        }
        isKnownUnit = false;
        return found;
    }

    private boolean counts(int i) {
        return !leftOut[i] && isTold(i);
    }

    private double[] off(int i) {
        return off(i, 0);
    }

    private double[] off(int i, double late) {
        double[] off = inRig(shown(i, late));
        for (int k = 0; k < 3; k++) {
            off[k] = turns.turn(i, k) - off[k];
        }
        return off;
    }

    /** The median of what turns are off, as a standard deviation about one axis. */
    private double noise() {
        double[] lengths = new double[turns.size()];
        int count = 0;
        for (int i = 0; i < turns.size(); i++) {
            if (counts(i)) {
                double[] off = off(i);
                lengths[count++] = Math.sqrt(off[0] * off[0] + off[1] * off[1] + off[2] * off[2]);
            }
        }
        Arrays.sort(lengths, 0, count);
        // Half of all vectors of three normal parts are shorter than 1.538.
        return count == 0 ? NOISE_FLOOR : Math.max(NOISE_FLOOR, lengths[count / 2] / 1.538);
    }

    private void weigh() {
        double noise = noise();
        for (int i = 0; i < turns.size(); i++) {
            double[] off = off(i);
            double square = off[0] * off[0] + off[1] * off[1] + off[2] * off[2];
            weights[i] = 1 / (noise * noise * (1 + square / Math.pow(CAUCHY * noise, 2)));
        }
    }

    /** One step of Gauss and Newton. */
    private boolean improve() {
        DMatrixRMaj a = new DMatrixRMaj(UNKNOWNS, UNKNOWNS);
        DMatrixRMaj b = new DMatrixRMaj(UNKNOWNS, 1);
        double middle = (turns.from() + turns.to()) / 2;
        double[] row = new double[UNKNOWNS];
        double[] before = new double[3];
        double[] after = new double[3];
        for (int i = 0; i < turns.size(); i++) {
            if (!counts(i)) {
                continue;
            }
            double[] off = off(i);
            double[] turned = inRig(shown(i));
            double from = logTime(turns.time(i));
            double to = logTime(turns.time(i + 1));
            log.rate(from, before);
            log.rate(to, after);
            double[] ahead = inRig(new double[] {before[0] - bias[0], before[1] - bias[1], before[2] - bias[2]});
            double[] behind = inRig(new double[] {after[0] - bias[0], after[1] - bias[1], after[2] - bias[2]});
            for (int k = 0; k < 3; k++) {
                row(row, k, turned, ahead, behind, i, middle, to - from);
                accumulate(a, b, row, weights[i], off[k]);
            }
        }
        a.add(6, 6, isKnownUnit ? FIXED : 1 / (SCALE_STEP * SCALE_STEP));
        a.add(8, 8, 1 / (DRIFT_SIGMA * DRIFT_SIGMA));
        b.add(8, 0, -drift / (DRIFT_SIGMA * DRIFT_SIGMA));
        for (int k = 3; k < 6; k++) {
            // So weak that it only keeps the matrix regular where nothing turns about an axis.
            a.add(k, k, scale * scale * 1e-2);
        }
        for (int k = 0; k < 3; k++) {
            a.add(k, k, 1e-2);
        }
        DMatrixRMaj covariance = new DMatrixRMaj(UNKNOWNS, UNKNOWNS);
        DMatrixRMaj step = new DMatrixRMaj(UNKNOWNS, 1);
        if (!CommonOps_DDRM.invert(a, covariance)) {
            return false;
        }
        CommonOps_DDRM.mult(covariance, b, step);
        clockSigma = Math.sqrt(covariance.get(7, 7));
        mountingSigma = Math.sqrt(Math.max(covariance.get(0, 0), Math.max(covariance.get(1, 1), covariance.get(2, 2))));
        apply(step, middle);
        return Double.isFinite(offset) && scale > 0;
    }

    /** How the k-th part of a turn by the log changes with each unknown: turns of the mounting, bias, unit, offset in the middle, drift. */
    private void row(
            double[] row, int k, double[] turned, double[] ahead, double[] behind, int i, double middle, double span) {
        int next = (k + 1) % 3;
        int last = (k + 2) % 3;
        row[k] = 0;
        row[next] = turned[last];
        row[last] = -turned[next];
        for (int c = 0; c < 3; c++) {
            row[3 + c] = -scale * mounting[3 * k + c] * span;
        }
        row[6] = turned[k];
        row[7] = -(behind[k] - ahead[k]) / (1 + drift);
        row[8] = -(behind[k] * (turns.time(i + 1) - middle) - ahead[k] * (turns.time(i) - middle)) / (1 + drift);
    }

    private static void accumulate(DMatrixRMaj a, DMatrixRMaj b, double[] row, double weight, double off) {
        for (int r = 0; r < UNKNOWNS; r++) {
            b.add(r, 0, weight * row[r] * off);
            for (int c = 0; c < UNKNOWNS; c++) {
                a.add(r, c, weight * row[r] * row[c]);
            }
        }
    }

    private void apply(DMatrixRMaj step, double middle) {
        double[] turn = Rotation.ofVector(step.get(0), step.get(1), step.get(2)).matrix();
        double[] turned = new double[9];
        for (int r = 0; r < 3; r++) {
            for (int c = 0; c < 3; c++) {
                for (int k = 0; k < 3; k++) {
                    turned[3 * r + c] += turn[3 * r + k] * mounting[3 * k + c];
                }
            }
        }
        mounting = turned;
        for (int k = 0; k < 3; k++) {
            bias[k] += step.get(3 + k);
        }
        scale *= 1 + step.get(6);
        double shownInMiddle = logTime(middle) - step.get(7) / (1 + drift);
        drift += step.get(8);
        offset = middle - shownInMiddle * (1 + drift);
    }

    /** Share of the picture's turning about its mean that the log has as well. */
    private double explained() {
        double[] mean = new double[3];
        int count = 0;
        for (int i = 0; i < turns.size(); i++) {
            if (isTold(i)) {
                count++;
                for (int k = 0; k < 3; k++) {
                    mean[k] += turns.turn(i, k);
                }
            }
        }
        double all = 0;
        double left = 0;
        for (int i = 0; i < turns.size(); i++) {
            if (isTold(i)) {
                double[] off = off(i);
                for (int k = 0; k < 3; k++) {
                    all += Math.pow(turns.turn(i, k) - mean[k] / count, 2);
                    left += off[k] * off[k];
                }
            }
        }
        return all > 0 ? Math.max(0, 1 - left / all) : 0;
    }

    /** What each part of the take says of the clock, all else being as it was found. */
    private List<Moment> moments() {
        double length = turns.to() - turns.from();
        double part = Math.max(PART, length / MOST_PARTS);
        List<Moment> moments = new ArrayList<>();
        int first = 0;
        while (first < turns.size()) {
            int end = first;
            while (end < turns.size() && turns.time(end) < turns.time(first) + part) {
                end++;
            }
            moment(first, end).ifPresent(moments::add);
            first = end;
        }
        return moments;
    }

    private Optional<Moment> moment(int first, int end) {
        double noise = noise();
        double late = 0;
        double sigma = 0;
        double[] sums = new double[2];
        for (int step = 0; step < STEPS; step++) {
            late(first, end, late, noise, sums);
            sigma = noise / Math.sqrt(sums[0]);
            if (!(sums[0] > 0) || sigma > USELESS_SIGMA) {
                return Optional.empty();
            }
            late -= sums[1] / sums[0];
        }
        double middle = (turns.time(first) + turns.time(end)) / 2;
        return Optional.of(new Moment(middle, late, sigma, true));
    }

    /** What the turns from one to another change with the clock, by its square, and by what they are off. */
    private void late(int first, int end, double late, double noise, double[] sums) {
        double[] before = new double[3];
        double[] after = new double[3];
        Arrays.fill(sums, 0);
        for (int i = first; i < end; i++) {
            if (!isTold(i)) {
                continue;
            }
            double[] off = off(i, late);
            log.rate(logTime(turns.time(i), late), before);
            log.rate(logTime(turns.time(i + 1), late), after);
            double[] change = inRig(new double[] {after[0] - before[0], after[1] - before[1], after[2] - before[2]});
            double far = off[0] * off[0] + off[1] * off[1] + off[2] * off[2];
            double weight = 1 / (1 + far / Math.pow(CAUCHY * noise, 2));
            for (int k = 0; k < 3; k++) {
                sums[0] += weight * change[k] * change[k];
                sums[1] += weight * change[k] * off[k];
            }
        }
    }

    /** Those that are on the line on which most are: all together may lie between two clocks, on neither. */
    private static List<Moment> judged(List<Moment> moments) {
        ClockLine best = new ClockLine(0, 0);
        long most = best.holds(moments);
        for (Moment a : moments) {
            for (Moment b : moments) {
                ClockLine line = ClockLine.through(a, b);
                long held = Math.abs(line.slope()) <= LogAligner.FASTEST_DRIFT ? line.holds(moments) : 0;
                if (held > most) {
                    best = line;
                    most = held;
                }
            }
        }
        ClockLine clock = best;
        return moments.stream()
                .map(moment -> new Moment(moment.seconds(), moment.offSeconds(), moment.sigma(), clock.isOn(moment)))
                .toList();
    }

    /** How late a log is over take time, beyond what was thought; level through a moment where that is the only one. */
    private record ClockLine(double atZero, double slope) {

        static ClockLine through(Moment a, Moment b) {
            double slope = a.equals(b) ? 0 : (b.offSeconds() - a.offSeconds()) / (b.seconds() - a.seconds());
            return new ClockLine(a.offSeconds() - slope * a.seconds(), slope);
        }

        boolean isOn(Moment moment) {
            double off = moment.offSeconds() - atZero - slope * moment.seconds();
            return Math.abs(off) <= Math.max(OFF_SECONDS, CLEARLY_OFF * moment.sigma());
        }

        long holds(List<Moment> moments) {
            return moments.stream().filter(this::isOn).count();
        }
    }

    /** Leaves out the turns of moments that are off; whether anything changed by that. */
    private boolean leaveOut(List<Moment> moments) {
        boolean[] before = leftOut.clone();
        double half = Math.max(PART, (turns.to() - turns.from()) / MOST_PARTS) / 2;
        boolean any = moments.stream().anyMatch(Moment::used);
        for (int i = 0; i < leftOut.length; i++) {
            double time = turns.time(i);
            leftOut[i] = any
                    && moments.stream().anyMatch(moment -> !moment.used() && Math.abs(moment.seconds() - time) <= half);
        }
        return !Arrays.equals(before, leftOut);
    }
}
