package foldback.gauge.rig;

import foldback.core.lens.FisheyeLens;
import foldback.core.lens.ImageCircle;
import foldback.core.lens.LensFrame;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import foldback.sim.film.Sensor;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.SplittableRandom;

/**
 * Two fisheyes back to back as takes from elsewhere have them: about five pixels a degree, and a card whose maker knows the kind of lens,
 * with up to 30% of each distortion term wrong.
 */
final class PairScene {
    private static final int SIZE = 960;
    private static final double RADIUS = 474;

    /** How well a card knows its unit. */
    enum Card {
        /** Of the kind: focal length by 1%, turns by 3 degrees, centres by 6 px, distortion by 30% a term. */
        OF_THE_KIND(1),
        /** Of this very unit, a knock ago: a twentieth of that. */
        OF_THE_UNIT(0.05);

        private final double off;

        Card(double off) {
            this.off = off;
        }
    }

    private static final double MOST_TURN = Math.toRadians(3);
    private static final double MOST_FOCAL = 0.01;
    private static final double MOST_CENTRE = 6;
    private static final double MOST_DISTORTION = 0.3;
    private static final double PUPIL_METRES = 0.001;

    private PairScene() {}

    /** Makes pair number {@code n}; the same number gives the same pair, whatever the card. */
    static RigScene make(int n, Card known, long seed) {
        SplittableRandom random = RigScene.random(seed * 7907 + n * 104723L + 11);
        double half = Math.toRadians(RigScene.between(random, 192, 208)) / 2;
        // What distortion moves the rim by, as a share.
        double first = RigScene.between(random, -0.04, 0.04);
        double second = RigScene.between(random, -0.01, 0.01);
        double k1 = first / (half * half);
        double k2 = second / Math.pow(half, 4);
        double focal = RADIUS / (half * (1 + first + second));
        double out = RigScene.between(random, 0.008, 0.03);
        Rotation whole = RigScene.aboutUpright(random);
        double shared = RigScene.between(random, -0.8, 0.8);
        double[] terms = {RigScene.between(random, -1, 1), RigScene.between(random, -1, 1)};
        List<RigLens> truth = new ArrayList<>();
        List<RigLens> card = new ArrayList<>();
        List<Sensor> sensors = new ArrayList<>();
        for (int i = 0; i < 2; i++) {
            String slot = i == 0 ? "A" : "B";
            Rotation nominal = whole.times(Rotation.ofYawPitchRoll(Math.PI * i, 0, 0));
            double[] turn = RigScene.inBall(random);
            double[] off = RigScene.inBall(random);
            double cx = SIZE / 2.0 + RigScene.between(random, -8, 8);
            double cy = SIZE / 2.0 + RigScene.between(random, -8, 8);
            ImageCircle circle = new ImageCircle(
                    SIZE / 2.0 + RigScene.between(random, -3, 3),
                    SIZE / 2.0 + RigScene.between(random, -3, 3),
                    RADIUS + RigScene.between(random, -2, 2));
            Position pupil = RigScene.along(nominal, out, 0);
            Position truePupil = new Position(
                    pupil.x() + PUPIL_METRES * random.nextGaussian(),
                    pupil.y() + PUPIL_METRES * random.nextGaussian(),
                    pupil.z() + PUPIL_METRES * random.nextGaussian());
            double trueFocal = focal * (1 + RigScene.between(random, -0.002, 0.002));
            truth.add(new RigLens(
                    slot, new FisheyeLens(frame(cx, cy, circle), trueFocal, k1, k2, 0, 0), nominal, truePupil));
            double share = known.off;
            Rotation turned = nominal.times(Rotation.ofVector(
                    share * MOST_TURN * turn[0], share * MOST_TURN * turn[1], share * MOST_TURN * turn[2]));
            double stated = share == 1 ? focal : trueFocal;
            card.add(new RigLens(
                    slot,
                    new FisheyeLens(
                            frame(cx + share * MOST_CENTRE * off[0], cy + share * MOST_CENTRE * off[1], circle),
                            stated * (1 + share * MOST_FOCAL * shared),
                            k1 * (1 + share * MOST_DISTORTION * terms[0]),
                            k2 * (1 + share * MOST_DISTORTION * terms[1]),
                            0,
                            0),
                    turned,
                    share == 1 ? pupil : truePupil));
            sensors.add(new Sensor(
                    RigScene.between(random, -0.5, 0.5),
                    RigScene.between(random, -0.1, 0.1),
                    RigScene.between(random, -0.1, 0.1),
                    RigScene.between(random, 0, 0.6),
                    RigScene.between(random, 0.8, 2.5),
                    0));
        }
        Position stand = RigScene.somewhere(random, n % RigScene.STANDS.length);
        return new RigScene(
                new Rig("pair " + n, truth),
                new Rig("pair " + n, card),
                stand,
                RigScene.between(random, 0, 8),
                sensors,
                seed * 1000 + n);
    }

    private static LensFrame frame(double cx, double cy, ImageCircle circle) {
        return new LensFrame(SIZE, SIZE, cx, cy, Optional.of(circle));
    }
}
