package foldback.sim.motion;

import foldback.core.space.Rotation;
import java.util.SplittableRandom;

/** How a rig turns over time: slow swaying and quick tremor about all axes, and a walker's steps. */
public final class Shake {
    private static final int PARTS = 24;
    private static final double LOW_HZ = 0.15;
    private static final double HIGH_HZ = 7;
    private static final double STEP_HZ = 1.8;
    private static final int STEPS = 2000;

    private final double[] hertz = new double[3 * PARTS];
    private final double[] degrees = new double[3 * PARTS];
    private final double[] phases = new double[3 * PARTS];
    private final double gait;
    private final double[] steps = new double[STEPS];

    /**
     * @param sway root mean square of the angle about each axis, degrees
     * @param gait of each step, degrees; 0 where nobody walks
     */
    public Shake(double sway, double gait, long seed) {
        SplittableRandom random = new SplittableRandom(seed);
        this.gait = gait;
        for (int axis = 0; axis < 3; axis++) {
            double power = 0;
            for (int i = axis * PARTS; i < (axis + 1) * PARTS; i++) {
                hertz[i] = LOW_HZ * Math.pow(HIGH_HZ / LOW_HZ, random.nextDouble());
                degrees[i] = random.nextGaussian() / hertz[i];
                phases[i] = 2 * Math.PI * random.nextDouble();
                power += degrees[i] * degrees[i] / 2;
            }
            for (int i = axis * PARTS; i < (axis + 1) * PARTS; i++) {
                degrees[i] *= sway / Math.sqrt(power);
            }
        }
        // No two steps take the same time.
        double time = -60 + random.nextDouble();
        for (int i = 0; i < STEPS; i++) {
            steps[i] = time;
            time += (1 + 0.04 * random.nextGaussian()) / STEP_HZ;
        }
    }

    /** The rig's turn at a time, seconds. */
    public Rotation at(double time) {
        double[] angles = new double[3];
        for (int i = 0; i < hertz.length; i++) {
            angles[i / PARTS] += degrees[i] * Math.sin(2 * Math.PI * hertz[i] * time + phases[i]);
        }
        if (gait > 0) {
            addSteps(time, angles);
        }
        double angle = Math.sqrt(angles[0] * angles[0] + angles[1] * angles[1] + angles[2] * angles[2]);
        return angle < 1e-12
                ? Rotation.IDENTITY
                : Rotation.about(angles[0] / angle, angles[1] / angle, angles[2] / angle, Math.toRadians(angle));
    }

    /** Each step nods and, left and right in turn, rolls: a damped swing. */
    private void addSteps(double time, double[] angles) {
        int last = java.util.Arrays.binarySearch(steps, time);
        last = last < 0 ? -last - 2 : last;
        for (int i = Math.max(0, last - 2); i <= last; i++) {
            double since = time - steps[i];
            double swing = gait * Math.exp(-since / 0.2) * Math.sin(2 * Math.PI * 3.5 * since);
            angles[0] += swing;
            angles[2] += 0.6 * (i % 2 == 0 ? swing : -swing);
        }
    }
}
