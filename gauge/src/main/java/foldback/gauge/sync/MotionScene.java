package foldback.gauge.sync;

import foldback.core.lens.FisheyeLens;
import foldback.core.lens.ImageCircle;
import foldback.core.lens.Lens;
import foldback.core.lens.LensFrame;
import foldback.core.motion.PictureTrack;
import foldback.core.motion.TurnMeter;
import foldback.core.rig.RigLens;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import foldback.sim.motion.CubeSphere;
import foldback.sim.motion.Shake;
import foldback.sim.motion.SmallCamera;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.function.DoubleFunction;
import java.util.function.DoubleUnaryOperator;

/**
 * A simulated take for the measure of sync by motion and light: clips of two to four lenses of one rig that look all ways,
 * without sound, started up to ten seconds apart.
 *
 * @param starts take time of each clip's first frame, seconds
 * @param exposure of a frame, about, as a share of the time from one to the next
 * @param stranger number of the clip of another rig, or -1
 */
record MotionScene(
        Kind kind,
        double rate,
        double[] starts,
        double[] seconds,
        int stranger,
        List<RigLens> lenses,
        DoubleFunction<Rotation> turning,
        DoubleFunction<Rotation> elsewhere,
        DoubleUnaryOperator light,
        double exposure,
        SplittableRandom random) {
    static final int SIZE = 240;
    /** What the application takes a lens for of which it knows nothing. */
    private static final double ASSUMED_FIELD = Math.toRadians(190);

    private static final double NOISE = 1.2;

    /** What is seen. */
    enum Kind {
        HAND(Expect.PLACED),
        WALK(Expect.PLACED),
        /** A stand that trembles in the wind by hundredths of a degree, near what the pictures can show. */
        WIND(Expect.EITHER),
        /** Carried among people who walk by close to the lenses. */
        PEOPLE(Expect.PLACED),
        /** A stand; lamps go on and off. */
        LAMPS(Expect.PLACED),
        /** A stand, and nothing happens. */
        STILL(Expect.REFUSED),
        /** A stand; one lamp blinks evenly. */
        BLINK(Expect.REFUSED),
        /** One clip is of another rig. */
        STRANGER(Expect.REFUSED);

        final Expect expect;

        Kind(Expect expect) {
            this.expect = expect;
        }
    }

    /** What picture alone can do. */
    enum Expect {
        PLACED,
        REFUSED,
        /** It may refuse, but must not be wrong. */
        EITHER
    }

    static MotionScene make(Kind kind, int number) {
        SplittableRandom random = new SplittableRandom(31000 + 977L * number);
        int clips = kind == Kind.STRANGER ? 3 : 2 + random.nextInt(3);
        double rate = new double[] {24, 25, 29.97, 50}[random.nextInt(4)];
        double[] starts = new double[clips];
        double[] seconds = new double[clips];
        double end = 10 + 8 + 8 * random.nextDouble();
        for (int i = 0; i < clips; i++) {
            starts[i] = 10 * random.nextDouble();
            seconds[i] = end - starts[i] + random.nextDouble();
        }
        return of(kind, rate, starts, seconds, end, random);
    }

    /** Carried by hand, with clips that begin and last as stated, 25 frames a second. */
    static MotionScene carried(double[] starts, double[] seconds, long seed) {
        return of(Kind.HAND, 25, starts, seconds, 0, new SplittableRandom(seed));
    }

    private static MotionScene of(
            Kind kind, double rate, double[] starts, double[] seconds, double end, SplittableRandom random) {
        int clips = starts.length;
        List<RigLens> lenses = new ArrayList<>();
        for (int i = 0; i < clips; i++) {
            Rotation looks = Rotation.ofYawPitchRoll(
                    2 * Math.PI * (i + 0.2 * random.nextDouble()) / clips,
                    0.4 * (random.nextDouble() - 0.5),
                    2 * Math.PI * random.nextDouble());
            lenses.add(new RigLens("" + (char) ('A' + i), lens(ASSUMED_FIELD), looks, Position.ORIGIN));
        }
        double sway = switch (kind) {
            case HAND, PEOPLE, STRANGER -> 0.6 + 1.5 * random.nextDouble();
            case WALK -> 0.8 + random.nextDouble();
            case WIND -> 0.02 + 0.03 * random.nextDouble();
            case LAMPS, STILL, BLINK -> 0;
        };
        double gait = kind == Kind.WALK ? 0.4 + 0.6 * random.nextDouble() : 0;
        Shake shake = new Shake(sway, gait, random.nextLong());
        Shake other = new Shake(sway, gait, random.nextLong());
        return new MotionScene(
                kind,
                rate,
                starts,
                seconds,
                kind == Kind.STRANGER ? clips - 1 : -1,
                lenses,
                shake::at,
                other::at,
                light(kind, end, random),
                0.02 + 0.48 * random.nextDouble(),
                random);
    }

    private static DoubleUnaryOperator light(Kind kind, double end, SplittableRandom random) {
        if (kind == Kind.BLINK) {
            return time -> Math.floorMod((long) Math.floor(time / 0.8), 2L) == 0 ? 1 : 0.8;
        }
        if (kind != Kind.LAMPS) {
            return time -> 1;
        }
        // All clips run from the tenth second on.
        double[] moments = new double[4 + random.nextInt(4)];
        double[] levels = new double[moments.length];
        for (int i = 0; i < moments.length; i++) {
            moments[i] = 10.5 + (end - 11) * random.nextDouble();
        }
        java.util.Arrays.sort(moments);
        for (int i = 0; i < levels.length; i++) {
            levels[i] = i % 2 == 0 ? 0.6 + 0.25 * random.nextDouble() : 1;
        }
        return time -> {
            double level = 1;
            for (int i = 0; i < moments.length && moments[i] <= time; i++) {
                level = levels[i];
            }
            return level;
        };
    }

    private static Lens lens(double field) {
        double middle = SIZE / 2.0;
        ImageCircle circle = new ImageCircle(middle, middle, middle);
        return FisheyeLens.equidistant(new LensFrame(SIZE, SIZE, middle, middle, Optional.of(circle)), field);
    }

    /** What the application reads off a clip. */
    PictureTrack track(int clip, CubeSphere sphere) {
        SplittableRandom own = new SplittableRandom(random.split().nextLong() + clip);
        double field = Math.toRadians(180 + 25 * own.nextDouble());
        SmallCamera camera = new SmallCamera(
                sphere,
                lenses.get(clip),
                SIZE,
                field,
                0.016,
                exposure * (0.85 + 0.3 * own.nextDouble()) / rate,
                NOISE,
                kind == Kind.PEOPLE ? 3 : 1,
                clip == stranger ? elsewhere : turning,
                light,
                own.nextInt(1000));
        TurnMeter meter = new TurnMeter(lenses.get(clip).lens());
        PictureTrack.Builder builder = new PictureTrack.Builder();
        byte[] luma = new byte[SIZE * SIZE];
        int frames = (int) (seconds[clip] * rate);
        for (int n = 0; n < frames; n++) {
            camera.shoot(starts[clip] + n / rate, luma);
            builder.add(n / rate, meter, luma);
        }
        return builder.build();
    }

    double offset(int clip) {
        return starts[clip] - starts[0];
    }
}
