package foldback.gauge.rig;

import foldback.core.lens.FisheyeLens;
import foldback.core.lens.ImageCircle;
import foldback.core.lens.Lens;
import foldback.core.lens.LensFrame;
import foldback.core.lens.RectilinearLens;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.picture.Plane;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import foldback.sim.film.Sensor;
import foldback.sim.film.Studio;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.SplittableRandom;

/**
 * A simulated rig as it truly is, and the card that it is solved from.
 *
 * @param truth what films
 * @param card off by up to 8 degrees, 4 % of the focal length and 12 px of the centre, without distortion; its pupils are off by
 *     about a millimetre
 * @param stand of the rig in the world, metres, y down
 */
public record RigScene(Rig truth, Rig card, Position stand, double time, List<Sensor> sensors, long seed) {
    /** Sizes of rigs, in turn. */
    static final int[] COUNTS = {2, 3, 4, 6, 8};

    private static final double MOST_TURN = Math.toRadians(8);
    private static final double MOST_FOCAL = 0.04;
    private static final double MOST_CENTRE = 12;
    private static final double PUPIL_METRES = 0.001;
    /** How many times smaller what no other lens sees is filmed; divides all sizes of pictures. */
    private static final int COARSE = 5;

    static final double[][] STANDS = {
        {0, 0}, {4.6, 0.6}, {0.2, 8.2}, {-0.3, -9.1}, {0.1, 17}, {3.9, -4.6}, {-3.6, 8.8}, {5.6, 11.5}
    };

    /** The optics of one rig's lenses as their maker states them. */
    private record Kind(int width, int height, double focalPx, double k1, double k2, boolean flat, double circle) {}

    /** Makes rig number {@code n}; the same number gives the same rig. */
    public static RigScene make(int n, long seed) {
        SplittableRandom random = random(seed * 7919 + n * 104729L + 17);
        int count = COUNTS[n % COUNTS.length];
        Kind kind = kind(count, random);
        double out = between(random, 0.5, 3.5) * 0.01 * (count <= 2 ? 1 : 2);
        Rotation whole = aboutUpright(random);
        List<RigLens> truth = new ArrayList<>();
        List<RigLens> card = new ArrayList<>();
        List<Sensor> sensors = new ArrayList<>();
        double shared = between(random, -MOST_FOCAL, MOST_FOCAL) * 0.8;
        double[] distortion = kind.flat
                ? new double[] {between(random, -0.03, 0.03), between(random, -0.008, 0.008)}
                : new double[] {between(random, -0.012, 0.012), between(random, -0.002, 0.002)};
        for (int i = 0; i < count; i++) {
            double lean = count == 6 ? (i % 2 == 0 ? 14 : -14) : 0;
            Rotation nominal = whole.times(Rotation.ofYawPitchRoll(2 * Math.PI * i / count, Math.toRadians(lean), 0));
            Position pupil = along(nominal, out, 0);
            double[] turn = inBall(random);
            Rotation turned =
                    nominal.times(Rotation.ofVector(MOST_TURN * turn[0], MOST_TURN * turn[1], MOST_TURN * turn[2]));
            String slot = String.valueOf((char) ('A' + i));
            double[] off = inBall(random);
            truth.add(new RigLens(
                    slot,
                    lens(
                            kind,
                            1 + shared + between(random, -0.2, 0.2) * MOST_FOCAL,
                            MOST_CENTRE * off[0],
                            MOST_CENTRE * off[1],
                            distortion,
                            random),
                    turned,
                    new Position(
                            pupil.x() + PUPIL_METRES * random.nextGaussian(),
                            pupil.y() + PUPIL_METRES * random.nextGaussian(),
                            pupil.z() + PUPIL_METRES * random.nextGaussian())));
            card.add(new RigLens(slot, lens(kind, 1, 0, 0, new double[2], null), nominal, pupil));
            sensors.add(new Sensor(
                    between(random, -0.5, 0.5),
                    between(random, -0.1, 0.1),
                    between(random, -0.1, 0.1),
                    between(random, 0, 0.6),
                    between(random, 0.8, 2.5),
                    0));
        }
        Position stand = somewhere(random, (n / COUNTS.length) % STANDS.length);
        String name = "simulated " + n;
        return new RigScene(
                new Rig(name, truth), new Rig(name, card), stand, between(random, 0, 8), sensors, seed * 1000 + n);
    }

    /** The same rig some seconds later: carried to another place, turned, and no more upright than before. */
    public RigScene carried() {
        SplittableRandom random = random(seed * 6151 + 29);
        Rotation turn = aboutUpright(random);
        Position there = somewhere(random, random.nextInt(STANDS.length));
        return moved(turn, there, 3, 500_000);
    }

    /**
     * The same rig some seconds later, turned and carried on.
     *
     * @param way in the world, metres
     */
    RigScene turned(Rotation turn, Position way, double seconds) {
        Position there = stand.plus(way);
        return moved(turn, there, seconds, (long) (1000 * seconds));
    }

    private RigScene moved(Rotation turn, Position there, double seconds, long seeds) {
        List<RigLens> turned = truth.lenses().stream()
                .map(lens ->
                        new RigLens(lens.slot(), lens.lens(), turn.times(lens.rigFromLens()), turn.apply(lens.pupil())))
                .toList();
        return new RigScene(new Rig(truth.name(), turned), card, there, time + seconds, sensors, seed + seeds);
    }

    /** Neighbouring seeds begin alike: some numbers are left out. */
    static SplittableRandom random(long seed) {
        SplittableRandom random = new SplittableRandom(seed);
        for (int i = 0; i < 8; i++) {
            random.nextLong();
        }
        return random;
    }

    static Rotation aboutUpright(SplittableRandom random) {
        return Rotation.ofYawPitchRoll(
                between(random, -Math.PI, Math.PI), between(random, -0.05, 0.05), between(random, -0.05, 0.05));
    }

    static Position somewhere(SplittableRandom random, int stand) {
        double[] place = STANDS[stand];
        return new Position(
                place[0] + between(random, -0.4, 0.4),
                -between(random, 1.2, 1.8),
                place[1] + between(random, -0.4, 0.4));
    }

    /** What the lenses see. What no other one sees as well is filmed coarsely: it says nothing, but it may mislead. */
    List<Plane> shoot() {
        Studio studio = new Studio(stand, 1);
        Studio.Wanted shared = SharedPlaces.of(truth);
        List<Frame> fine = studio.shoot(truth, sensors, time, PixelFormat.YUV420_8, shared, seed);
        List<Frame> coarse = studio.shoot(coarser(truth), sensors, time, PixelFormat.YUV420_8, seed);
        for (int i = 0; i < fine.size(); i++) {
            int lens = i;
            Enlarging.draw(coarse.get(i).y(), fine.get(i).y(), (x, y) -> !shared.test(lens, x, y));
        }
        return fine.stream().map(Frame::y).toList();
    }

    /** The same with all of each picture filmed finely. */
    List<Plane> shootWhole() {
        return new Studio(stand, 1)
                .shoot(truth, sensors, time, PixelFormat.YUV420_8, seed).stream()
                        .map(Frame::y)
                        .toList();
    }

    private static Rig coarser(Rig rig) {
        return new Rig(
                rig.name(),
                rig.lenses().stream()
                        .map(lens -> lens.scaledTo(
                                lens.lens().frame().width() / COARSE,
                                lens.lens().frame().height() / COARSE))
                        .toList());
    }

    /** Fisheyes of several laws for few lenses, wide or flat ones for many. */
    private static Kind kind(int count, SplittableRandom random) {
        double law = random.nextInt(2) == 0 ? 0 : -1 / 24.0;
        double last = law == 0 ? 0 : 1 / 1920.0;
        if (count <= 4) {
            double field = Math.toRadians(
                    count == 2
                            ? between(random, 192, 210)
                            : count == 3 ? between(random, 170, 195) : between(random, 150, 190));
            double half = field / 2;
            double radius = 712;
            double shape = half * (1 + law * half * half + last * Math.pow(half, 4));
            return new Kind(1440, 1440, radius / shape, law, last, false, radius);
        }
        boolean flat = count == 8 && random.nextInt(2) == 0;
        double wide = Math.toRadians(count == 6 ? between(random, 88, 104) : between(random, 74, 92));
        double focal = flat ? 405 / Math.tan(wide / 2) : 405 / (wide / 2);
        return new Kind(810, 1080, focal, flat ? 0 : law, flat ? 0 : last, flat, 0);
    }

    private static Lens lens(
            Kind kind, double scale, double dx, double dy, double[] distortion, SplittableRandom random) {
        double cx = kind.width / 2.0 + dx;
        double cy = kind.height / 2.0 + dy;
        // The disc has its own middle, near the lens's.
        Optional<ImageCircle> circle = kind.circle == 0
                ? Optional.empty()
                : Optional.of(
                        random == null
                                ? new ImageCircle(cx, cy, kind.circle)
                                : new ImageCircle(
                                        kind.width / 2.0 + between(random, -4, 4),
                                        kind.height / 2.0 + between(random, -4, 4),
                                        kind.circle + between(random, -3, 3)));
        LensFrame frame = new LensFrame(kind.width, kind.height, cx, cy, circle);
        double focal = kind.focalPx * scale;
        return kind.flat
                ? new RectilinearLens(frame, focal, distortion[0], distortion[1], 0, 0, 0)
                : new FisheyeLens(frame, focal, kind.k1 + distortion[0], kind.k2 + distortion[1], 0, 0);
    }

    static Position along(Rotation rotation, double out, double up) {
        double[] m = rotation.matrix();
        return new Position(out * m[2], out * m[5] - up, out * m[8]);
    }

    static double between(SplittableRandom random, double low, double high) {
        return low + (high - low) * random.nextDouble();
    }

    /** Even in the unit ball. */
    static double[] inBall(SplittableRandom random) {
        while (true) {
            double[] p = {between(random, -1, 1), between(random, -1, 1), between(random, -1, 1)};
            if (p[0] * p[0] + p[1] * p[1] + p[2] * p[2] <= 1) {
                return p;
            }
        }
    }
}
