package foldback.gauge.balance;

import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.rig.Rig;
import foldback.core.space.Position;
import foldback.gauge.rig.RigScene;
import foldback.sim.film.Sensor;
import foldback.sim.film.Studio;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;

/**
 * A simulated take whose lenses differ, over some seconds.
 *
 * @param rig stated for small pictures
 * @param stand of the rig in the world, metres, y down
 * @param times of the knots, seconds
 * @param first what each lens's sensor is like at the first knot
 * @param lifts of each knot and lens: how its exposure has changed since, stops
 */
record BalanceScene(Rig rig, Position stand, double[] times, List<Sensor> first, double[][] lifts, long seed) {
    private static final int KNOTS = 5;
    private static final int DIVISOR = 3;
    private static final double MOST_EXPOSURE = 1.5;
    private static final double MOST_WHITE = Math.log(1.12) / Math.log(2);
    private static final double MOST_FALLOFF = 1.2;
    /** Deviation of the noise at 25 dB below full scale, codes. */
    private static final double NOISE = 255 * Math.pow(10, -25.0 / 20);

    /** How an exposure goes over time. */
    private enum Way {
        STILL,
        DRIFTS,
        PUMPS,
        JUMPS
    }

    /** Makes take number {@code n}; the same number gives the same take. */
    static BalanceScene make(int n, long seed) {
        RigScene scene = RigScene.make(n, seed);
        SplittableRandom random = new SplittableRandom(seed * 6151 + n * 15485863L + 5);
        for (int i = 0; i < 8; i++) {
            random.nextLong();
        }
        Rig rig = new Rig(
                scene.truth().name(),
                scene.truth().lenses().stream()
                        .map(lens -> lens.scaledTo(
                                lens.lens().frame().width() / DIVISOR,
                                lens.lens().frame().height() / DIVISOR))
                        .toList());
        int lenses = rig.lenses().size();
        double falloff = between(random, 0, MOST_FALLOFF);
        double power = between(random, 2.5, 4.5);
        double noise = between(random, 0.05, 1) * NOISE;
        List<Sensor> sensors = new ArrayList<>();
        double[][] lifts = new double[KNOTS][lenses];
        double[] times = new double[KNOTS];
        double begin = between(random, 0, 8);
        for (int i = 0; i < lenses; i++) {
            // Differences between lenses of up to so much lie within half of it around the scene's own exposure.
            sensors.add(new Sensor(
                    between(random, -0.5, 0.5) * MOST_EXPOSURE - 0.3,
                    between(random, -0.5, 0.5) * MOST_WHITE,
                    between(random, -0.5, 0.5) * MOST_WHITE,
                    falloff,
                    power,
                    noise,
                    0));
            Way way = Way.values()[random.nextInt(Way.values().length)];
            double size = between(random, -0.5, 0.5);
            double phase = between(random, 0, 2 * Math.PI);
            for (int t = 0; t < KNOTS; t++) {
                times[t] = begin + t;
                double share = t / (KNOTS - 1.0);
                lifts[t][i] = switch (way) {
                    case STILL -> 0;
                    case DRIFTS -> size * share;
                    case PUMPS -> size * (Math.sin(phase + 3 * share) - Math.sin(phase));
                    case JUMPS -> share > 0.4 ? size : 0;
                };
            }
        }
        return new BalanceScene(rig, scene.stand(), times, sensors, lifts, seed * 1000 + n);
    }

    private static double between(SplittableRandom random, double low, double high) {
        return low + (high - low) * random.nextDouble();
    }

    List<Sensor> sensors(int knot) {
        List<Sensor> now = new ArrayList<>();
        for (int i = 0; i < first.size(); i++) {
            now.add(first.get(i).lifted(lifts[knot][i]));
        }
        return now;
    }

    /** Frames of each knot and lens. */
    List<List<Frame>> shoot() {
        return new Studio(stand, 1).shoot(rig, times, this::sensors, PixelFormat.YUV420_8, seed);
    }
}
