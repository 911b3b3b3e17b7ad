package foldback.core.sync.picture;

import foldback.core.motion.PictureTrack;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import java.util.SplittableRandom;

/** Rates of turning in closed form: waves of many frequencies about each axis. */
final class Swings {
    private static final int PARTS = 25;
    private final double[][] hertz = new double[3][PARTS];
    private final double[][] sizes = new double[3][PARTS];
    private final double[][] phases = new double[3][PARTS];

    Swings(double lowHz, double highHz, long seed) {
        SplittableRandom random = new SplittableRandom(seed);
        for (int axis = 0; axis < 3; axis++) {
            for (int i = 0; i < PARTS; i++) {
                hertz[axis][i] = lowHz + (highHz - lowHz) * random.nextDouble();
                sizes[axis][i] = 0.02 * random.nextGaussian();
                phases[axis][i] = 2 * Math.PI * random.nextDouble();
            }
        }
    }

    private double rate(int axis, double time) {
        double sum = 0;
        for (int i = 0; i < PARTS; i++) {
            sum += sizes[axis][i] * Math.sin(2 * Math.PI * hertz[axis][i] * time + phases[axis][i]);
        }
        return sum;
    }

    /** What a lens sees that looks somewhere else than along the rig: frames from a time on, with noise. */
    PictureTrack track(Rotation lensFromRig, double from, double seconds, double rate, double noise, long seed) {
        SplittableRandom random = new SplittableRandom(seed);
        int frames = (int) (seconds * rate);
        double[] times = new double[frames];
        float[][] turns = new float[3][frames - 1];
        for (int n = 0; n < frames; n++) {
            times[n] = n / rate;
            if (n > 0) {
                double middle = from + (n - 0.5) / rate;
                double x = rate(0, middle);
                double y = rate(1, middle);
                double z = rate(2, middle);
                double size = Math.sqrt(x * x + y * y + z * z);
                Direction seen = lensFromRig.apply(new Direction(x, y, z));
                turns[0][n - 1] = (float) (size * seen.x() + noise * random.nextGaussian());
                turns[1][n - 1] = (float) (size * seen.y() + noise * random.nextGaussian());
                turns[2][n - 1] = (float) (size * seen.z() + noise * random.nextGaussian());
            }
        }
        return new PictureTrack(times, turns, new float[frames], noise);
    }
}
