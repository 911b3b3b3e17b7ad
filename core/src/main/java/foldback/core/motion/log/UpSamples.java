package foldback.core.motion.log;

import foldback.core.motion.RotationTrack;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * What holds a rig up, by its accelerometer: turned to the world by how the rig turned, where what a walker's steps add has no direction of its own
 * and goes in the mean, under windows of Hann's shape that overlap by half.
 */
final class UpSamples {
    private final List<Mean> means = new ArrayList<>();

    private record Mean(double seconds, double[] vector) {}

    /** @param seconds of each window: longer than a few steps, shorter than a log's motion is right by itself */
    UpSamples(Samples acceleration, LogFit fit, RotationTrack worldFromRig, double seconds) {
        double from = Math.max(worldFromRig.from(), fit.clock().takeTime(acceleration.from()));
        double to = Math.min(worldFromRig.to(), fit.clock().takeTime(acceleration.to()));
        int windows = (int) Math.floor(2 * (to - from) / seconds) - 1;
        double[][] sums = new double[Math.max(0, windows)][4];
        for (int i = 0; i < acceleration.size() && windows > 0; i++) {
            double time = fit.clock().takeTime(acceleration.times()[i]);
            if (time >= from && time <= to) {
                double[] inWorld =
                        inWorld(acceleration, i, fit, worldFromRig.at(time).matrix());
                int last = (int) Math.floor(2 * (time - from) / seconds);
                for (int n = Math.max(0, last - 1); n <= Math.min(windows - 1, last); n++) {
                    double place = (time - from) / seconds - n / 2.0;
                    add(sums[n], inWorld, 1 - Math.cos(2 * Math.PI * place));
                }
            }
        }
        for (int n = 0; n < sums.length; n++) {
            double[] sum = sums[n];
            if (sum[3] > 0) {
                means.add(new Mean(
                        from + (n + 1) * seconds / 2,
                        new double[] {sum[0] / sum[3], sum[1] / sum[3], sum[2] / sum[3]}));
            }
        }
    }

    private static double[] inWorld(Samples acceleration, int i, LogFit fit, double[] m) {
        double[] values = acceleration.values();
        double[] v = fit.inRig(values[3 * i], values[3 * i + 1], values[3 * i + 2]);
        return new double[] {
            m[0] * v[0] + m[1] * v[1] + m[2] * v[2],
            m[3] * v[0] + m[4] * v[1] + m[5] * v[2],
            m[6] * v[0] + m[7] * v[1] + m[8] * v[2]
        };
    }

    private static void add(double[] sum, double[] vector, double weight) {
        for (int k = 0; k < 3; k++) {
            sum[k] += weight * vector[k];
        }
        sum[3] += weight;
    }

    /**
     * Tells what it found to the log's errors.
     *
     * @param least what of its length a mean is wrong by at best
     * @return what holds the rig up in the mean, of length 1; empty where there is nothing
     */
    Optional<double[]> feed(LogErrors errors, double least) {
        double[] up = new double[3];
        for (Mean mean : means) {
            for (int k = 0; k < 3; k++) {
                up[k] += mean.vector[k] / means.size();
            }
        }
        double length = Math.sqrt(up[0] * up[0] + up[1] * up[1] + up[2] * up[2]);
        if (!(length > 0)) {
            return Optional.empty();
        }
        double sigma = Math.max(least, unrest(length));
        for (Mean mean : means) {
            errors.addUp(
                    mean.seconds,
                    new double[] {mean.vector[0] / length, mean.vector[1] / length, mean.vector[2] / length},
                    sigma);
        }
        return Optional.of(new double[] {up[0] / length, up[1] / length, up[2] / length});
    }

    /** How far means that follow each other differ about one axis, twice: what pushes a rig pushes it for longer than one of them. */
    private double unrest(double length) {
        double squares = 0;
        for (int i = 1; i < means.size(); i++) {
            for (int k = 0; k < 3; k++) {
                squares += Math.pow((means.get(i).vector[k] - means.get(i - 1).vector[k]) / length, 2);
            }
        }
        return means.size() < 2 ? 1 : 2 * Math.sqrt(squares / (6 * (means.size() - 1)));
    }
}
