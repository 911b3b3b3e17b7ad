package foldback.sim.motion;

import foldback.core.rig.RigLens;
import foldback.core.space.Rotation;
import java.util.Arrays;
import java.util.SplittableRandom;
import java.util.function.DoubleFunction;
import java.util.function.DoubleUnaryOperator;

/**
 * Films a still sphere with one lens of a turning rig: lines read one after the other, blur, noise, and people who walk by. The
 * lens's rays are inverted here, not by the code under test.
 */
public final class SmallCamera {
    private static final int EXPOSURES = 2;
    private static final int KNOTS = 10;
    private final CubeSphere sphere;
    private final int size;
    private final double[] rays;
    private final double readOut;
    private final double exposure;
    private final double noise;
    private final int people;
    private final DoubleFunction<Rotation> turning;
    private final DoubleUnaryOperator light;
    private final Rotation rigFromLens;
    private final SplittableRandom random;
    private final long seed;
    private final double[] places;

    /**
     * @param lens where it looks; its own model is not used
     * @param size of the picture each way, pixels
     * @param field over the picture's width, equidistant, radians
     * @param readOut from the first to the last line, seconds
     * @param exposure seconds
     * @param noise standard deviation, codes
     * @param people how many walk by
     * @param turning of the rig over time
     * @param light by which the luma is multiplied over time
     */
    public SmallCamera(
            CubeSphere sphere,
            RigLens lens,
            int size,
            double field,
            double readOut,
            double exposure,
            double noise,
            int people,
            DoubleFunction<Rotation> turning,
            DoubleUnaryOperator light,
            long seed) {
        this.sphere = sphere;
        this.size = size;
        this.readOut = readOut;
        this.exposure = exposure;
        this.noise = noise;
        this.people = people;
        this.turning = turning;
        this.light = light;
        this.seed = seed;
        places = new double[people];
        rigFromLens = lens.rigFromLens();
        random = new SplittableRandom(seed);
        rays = new double[3 * size * size];
        double focal = size / field;
        for (int i = 0; i < size * size; i++) {
            double x = i % size + 0.5 - size / 2.0;
            double y = i / size + 0.5 - size / 2.0;
            double radius = Math.hypot(x, y);
            double angle = radius / focal;
            if (radius < size / 2.0) {
                rays[3 * i] = radius == 0 ? 0 : x / radius * Math.sin(angle);
                rays[3 * i + 1] = radius == 0 ? 0 : y / radius * Math.sin(angle);
                rays[3 * i + 2] = Math.cos(angle);
            }
        }
    }

    /** Fills a picture, {@code size} x {@code size} unsigned, whose first line is read at a time, seconds. */
    public void shoot(double time, byte[] luma) {
        double[][] knots = new double[KNOTS + 1][];
        double span = Math.max(1e-9, readOut + exposure);
        for (int k = 0; k <= KNOTS; k++) {
            knots[k] = turning.apply(time + span * k / KNOTS).times(rigFromLens).matrix();
        }
        for (int p = 0; p < people; p++) {
            double phase = ((seed * 7 + p * 13) % 17) / 17.0 * 6;
            places[p] = size * (0.5 + 0.4 * Math.sin(0.5 * time + phase));
        }
        double[] line = new double[size];
        double[] matrix = new double[9];
        for (int y = 0; y < size; y++) {
            Arrays.fill(line, 0);
            for (int e = 0; e < EXPOSURES; e++) {
                double after = readOut * y / size + exposure * (e + 0.5) / EXPOSURES;
                between(knots, after / span * KNOTS, matrix);
                addLine(y, matrix, light.applyAsDouble(time + after) / EXPOSURES, line);
            }
            for (int x = 0; x < size; x++) {
                int i = y * size + x;
                boolean lit = rays[3 * i] != 0 || rays[3 * i + 2] != 0;
                double value = lit ? person(x, y, line[x]) + noise * random.nextGaussian() : 16;
                luma[i] = (byte) Math.max(0, Math.min(255, Math.round(value)));
            }
        }
    }

    /** In two thousandths of a second a rig turns so little that matrices may be mixed. */
    private static void between(double[][] knots, double place, double[] matrix) {
        int k = Math.min(KNOTS - 1, (int) place);
        double share = place - k;
        for (int i = 0; i < 9; i++) {
            matrix[i] = (1 - share) * knots[k][i] + share * knots[k + 1][i];
        }
    }

    private void addLine(int y, double[] m, double share, double[] line) {
        for (int x = 0; x < size; x++) {
            int i = 3 * (y * size + x);
            double dx = m[0] * rays[i] + m[1] * rays[i + 1] + m[2] * rays[i + 2];
            double dy = m[3] * rays[i] + m[4] * rays[i + 1] + m[5] * rays[i + 2];
            double dz = m[6] * rays[i] + m[7] * rays[i + 1] + m[8] * rays[i + 2];
            line[x] += share * sphere.look(dx, dy, dz);
        }
    }

    /** People are upright dark shapes with stripes, who cross the picture on ways of their own. */
    private double person(int x, int y, double behind) {
        for (int p = 0; p < people; p++) {
            double dx = (x - places[p]) / (0.06 * size);
            double dy = (y - size * (0.45 + 0.1 * p)) / (0.2 * size);
            if (dx * dx + dy * dy < 1) {
                return 70 + 40 * Math.sin(dy * 25 + p) + 20 * Math.sin(dx * 9);
            }
        }
        return behind;
    }
}
