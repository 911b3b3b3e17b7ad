package foldback.core.motion.log;

import foldback.core.motion.log.LogFit.Moment;
import foldback.core.space.Rotation;
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
    static final double CAUCHY = 2;
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
    private static final double NOISE_FLOOR = 1e-6;

    private final LogModel model;
    private final PictureTurns turns;
    private final double[] weights;
    private final boolean[] leftOut;

    private boolean isKnownUnit;
    private double clockSigma;
    private double mountingSigma;

    LogRefiner(PictureTurns turns, GyroSums log) {
        this.turns = turns;
        model = new LogModel(turns, log);
        weights = new double[turns.size()];
        leftOut = new boolean[turns.size()];
    }

    /** Empty where the log shows nothing of the take, or nothing turns. */
    Optional<LogFit> refine(LogClock about) {
        model.offset = about.offsetSeconds();
        model.drift = about.driftPpm() * 1e-6;
        List<Moment> moments = List.of();
        for (int round = 0; round < ROUNDS; round++) {
            Arrays.fill(weights, 1);
            if (!start()) {
                return Optional.empty();
            }
            for (int step = 0; step < STEPS; step++) {
                weigh();
                if (!improve()) {
                    return Optional.empty();
                }
            }
            weigh();
            moments = new ClockMoments(model, noise()).judged();
            if (!leaveOut(moments)) {
                break;
            }
        }
        double noise = noise();
        return Optional.of(new LogFit(
                new LogClock(model.offset, model.drift * 1e6),
                clockSigma,
                model.mounting.clone(),
                mountingSigma,
                model.scale,
                model.bias.clone(),
                noise,
                explained(),
                model.log.faultShare(),
                moments,
                Optional.empty()));
    }

    /** Mounting, unit and bias in closed form by what both say of the turns without their means (Arun et al. 1987, mirroring allowed). */
    private boolean start() {
        Arrays.fill(model.bias, 0);
        double sum = 0;
        double[] ofPicture = new double[3];
        double[] ofLog = new double[3];
        for (int i = 0; i < turns.size(); i++) {
            if (counts(i)) {
                double[] shown = model.shown(i);
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
                double[] shown = model.shown(i);
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
        model.scale = unit((along[0] + along[1] + last * along[2]) / squares);
        model.mounting = new double[9];
        for (int k = 0; k < 9; k++) {
            model.mounting[k] = rotation.get(k / 3, k % 3);
        }
        double span = turns.step() / (1 + model.drift);
        for (int b = 0; b < 3; b++) {
            double atRest = ofLog[b];
            for (int a = 0; a < 3; a++) {
                atRest -= model.mounting[3 * a + b] * ofPicture[a] / model.scale;
            }
            model.bias[b] = atRest / sum / span;
        }
        return model.scale > 0;
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
        return !leftOut[i] && model.isTold(i);
    }

    /** The median of what turns are off, as a standard deviation about one axis. */
    private double noise() {
        double[] lengths = new double[turns.size()];
        int count = 0;
        for (int i = 0; i < turns.size(); i++) {
            if (counts(i)) {
                double[] off = model.off(i);
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
            double[] off = model.off(i);
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
            double[] off = model.off(i);
            double[] turned = model.inRig(model.shown(i));
            double from = model.logTime(turns.time(i));
            double to = model.logTime(turns.time(i + 1));
            model.log.rate(from, before);
            model.log.rate(to, after);
            double[] ahead = model.inRig(
                    new double[] {before[0] - model.bias[0], before[1] - model.bias[1], before[2] - model.bias[2]});
            double[] behind = model.inRig(
                    new double[] {after[0] - model.bias[0], after[1] - model.bias[1], after[2] - model.bias[2]});
            for (int k = 0; k < 3; k++) {
                row(row, k, turned, ahead, behind, i, middle, to - from);
                accumulate(a, b, row, weights[i], off[k]);
            }
        }
        a.add(6, 6, isKnownUnit ? FIXED : 1 / (SCALE_STEP * SCALE_STEP));
        a.add(8, 8, 1 / (DRIFT_SIGMA * DRIFT_SIGMA));
        b.add(8, 0, -model.drift / (DRIFT_SIGMA * DRIFT_SIGMA));
        for (int k = 3; k < 6; k++) {
            // So weak that it only keeps the matrix regular where nothing turns about an axis.
            a.add(k, k, model.scale * model.scale * 1e-2);
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
        return Double.isFinite(model.offset) && model.scale > 0;
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
            row[3 + c] = -model.scale * model.mounting[3 * k + c] * span;
        }
        row[6] = turned[k];
        row[7] = -(behind[k] - ahead[k]) / (1 + model.drift);
        row[8] = -(behind[k] * (turns.time(i + 1) - middle) - ahead[k] * (turns.time(i) - middle)) / (1 + model.drift);
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
                    turned[3 * r + c] += turn[3 * r + k] * model.mounting[3 * k + c];
                }
            }
        }
        model.mounting = turned;
        for (int k = 0; k < 3; k++) {
            model.bias[k] += step.get(3 + k);
        }
        model.scale *= 1 + step.get(6);
        double shownInMiddle = model.logTime(middle) - step.get(7) / (1 + model.drift);
        model.drift += step.get(8);
        model.offset = middle - shownInMiddle * (1 + model.drift);
    }

    /** Share of the picture's turning about its mean that the log has as well. */
    private double explained() {
        double[] mean = new double[3];
        int count = 0;
        for (int i = 0; i < turns.size(); i++) {
            if (model.isTold(i)) {
                count++;
                for (int k = 0; k < 3; k++) {
                    mean[k] += turns.turn(i, k);
                }
            }
        }
        double all = 0;
        double left = 0;
        for (int i = 0; i < turns.size(); i++) {
            if (model.isTold(i)) {
                double[] off = model.off(i);
                for (int k = 0; k < 3; k++) {
                    all += Math.pow(turns.turn(i, k) - mean[k] / count, 2);
                    left += off[k] * off[k];
                }
            }
        }
        return all > 0 ? Math.max(0, 1 - left / all) : 0;
    }

    /** Leaves out the turns of moments that are off; whether anything changed by that. */
    private boolean leaveOut(List<Moment> moments) {
        boolean[] before = leftOut.clone();
        double half = ClockMoments.part(turns) / 2;
        boolean any = moments.stream().anyMatch(Moment::used);
        for (int i = 0; i < leftOut.length; i++) {
            double time = turns.time(i);
            leftOut[i] = any
                    && moments.stream().anyMatch(moment -> !moment.used() && Math.abs(moment.seconds() - time) <= half);
        }
        return !Arrays.equals(before, leftOut);
    }
}
