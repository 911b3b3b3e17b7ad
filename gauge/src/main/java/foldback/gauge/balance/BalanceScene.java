package foldback.gauge.balance;

import foldback.core.balance.KnotPictures;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.rig.Rig;
import foldback.core.time.TimeSpan;
import foldback.gauge.rig.RigScene;
import foldback.sim.film.Cameras;
import foldback.sim.film.Sensor;
import foldback.sim.film.Studio;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;

/**
 * A simulated take whose lenses differ, over some seconds.
 *
 * @param rig stated for small pictures
 * @param cameras its lenses in the world
 * @param span in the world's time, seconds
 * @param first what each lens's sensor is like at the beginning
 * @param ways how each lens's exposure goes from there
 */
record BalanceScene(Rig rig, Cameras cameras, TimeSpan span, List<Sensor> first, List<Way> ways)
        implements KnotPictures {
    private static final double SECONDS = 4;
    private static final int DIVISOR = 4;
    private static final int MOST_KNOTS = 40;
    private static final double MOST_EXPOSURE = 1.5;
    private static final double MOST_WHITE = Math.log(1.12) / Math.log(2);
    private static final double MOST_VIGNETTING = 1.2;
    /** Deviation of the noise at 25 dB below full scale, codes. */
    private static final double NOISE = 255 * Math.pow(10, -25.0 / 20);

    private enum Kind {
        STILL,
        DRIFTS,
        PUMPS,
        JUMPS
    }

    /**
     * How an exposure goes over time.
     *
     * @param size stops
     * @param phase radians of what pumps, seconds of what jumps
     */
    private record Way(Kind kind, double size, double phase) {
        double stops(double seconds) {
            return switch (kind) {
                case STILL -> 0;
                case DRIFTS -> size * seconds / SECONDS;
                case PUMPS -> size * (Math.sin(phase + 3 * seconds / SECONDS) - Math.sin(phase));
                case JUMPS -> seconds > phase ? size : 0;
            };
        }
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
        double vignetting = between(random, 0, MOST_VIGNETTING);
        double power = between(random, 2.5, 4.5);
        double noise = between(random, 0.05, 1) * NOISE;
        List<Sensor> sensors = new ArrayList<>();
        List<Way> ways = new ArrayList<>();
        double begin = between(random, 0, 8);
        for (int i = 0; i < rig.lenses().size(); i++) {
            // Differences between lenses of up to so much lie within half of it around the scene's own exposure.
            sensors.add(new Sensor(
                    between(random, -0.5, 0.5) * MOST_EXPOSURE - 0.3,
                    between(random, -0.5, 0.5) * MOST_WHITE,
                    between(random, -0.5, 0.5) * MOST_WHITE,
                    vignetting,
                    power,
                    noise,
                    0));
            Kind kind = Kind.values()[random.nextInt(Kind.values().length)];
            double phase = kind == Kind.JUMPS ? between(random, 0.3, 0.7) * SECONDS : between(random, 0, 2 * Math.PI);
            ways.add(new Way(kind, between(random, -0.5, 0.5), phase));
        }
        Cameras cameras = new Studio(scene.stand(), 1).cameras(rig, seed * 1000 + n);
        return new BalanceScene(rig, cameras, new TimeSpan(begin, begin + SECONDS), sensors, ways);
    }

    private static double between(SplittableRandom random, double low, double high) {
        return low + (high - low) * random.nextDouble();
    }

    /** The sensors at a time. */
    List<Sensor> sensors(double seconds) {
        List<Sensor> now = new ArrayList<>();
        for (int i = 0; i < first.size(); i++) {
            now.add(first.get(i).lifted(ways.get(i).stops(seconds - span.from())));
        }
        return now;
    }

    @Override
    public void read(double[] seconds, Visitor visitor) {
        List<List<Frame>> frames = cameras.shoot(seconds, n -> sensors(seconds[n]), PixelFormat.YUV420_8);
        for (int t = 0; t < seconds.length; t++) {
            visitor.visit(t, frames.get(t));
        }
    }

    @Override
    public int most() {
        return MOST_KNOTS;
    }

    /** Frames of each time and lens without noise, of a world that stands still. */
    List<List<Frame>> still(double[] seconds) {
        double[] one = new double[seconds.length];
        Arrays.fill(one, span.from());
        return cameras.shoot(
                one, n -> sensors(seconds[n]).stream().map(Sensor::noiseless).toList(), PixelFormat.YUV420_8);
    }
}
