package foldback.gauge.depth;

import foldback.core.lens.FisheyeLens;
import foldback.core.lens.ImageCircle;
import foldback.core.lens.LensFrame;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.rig.Eye;
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
 * A pair of eyes somewhere on the saltworks, in the shed or among heaps and rakers: the right one turned, of another focal length, off its
 * middle and of another colour, both noisy.
 *
 * @param card what is known before a solve
 * @param truth the rig as it is
 */
record DepthScene(Rig card, Rig truth, Studio studio, List<Sensor> sensors, double seconds) {
    static final double BASELINE = 0.064;
    private static final int SIZE = 960;
    private static final double FOCAL = 283;
    private static final double TURN = Math.toRadians(1.5);
    private static final double FOCAL_SHARE = 0.01;
    /** 15 pixels of 1920. */
    private static final double CENTRE = 7.5;

    /** Stands: x, height, z; the first in the shed, where all is near but for what is seen through slats and door. */
    private static final double[][] STANDS = {
        {-6.65, -1.85, 13.35},
        {0, -1.55, 0},
        {4.6, -1.55, 0.6},
        {0.2, -1.5, 8.2},
        {-3.6, -1.6, 8.8},
        {5.6, -1.4, 11.5},
        {0.1, -1.55, 17}
    };

    private static final double INTO_THE_DOOR = Math.toRadians(-161.7);

    static DepthScene make(int n) {
        SplittableRandom random = new SplittableRandom(411 + n);
        double[] stand = STANDS[n % STANDS.length];
        double heading = n % STANDS.length == 0
                ? INTO_THE_DOOR + 0.3 * (random.nextDouble() - 0.5)
                : 2 * Math.PI * random.nextDouble();
        List<RigLens> known = new ArrayList<>();
        List<RigLens> own = new ArrayList<>();
        for (Eye eye : List.of(Eye.LEFT, Eye.RIGHT)) {
            Position place = new Position(eye == Eye.LEFT ? -BASELINE / 2 : BASELINE / 2, 0, 0);
            String slot = eye == Eye.LEFT ? "A" : "B";
            known.add(new RigLens(slot, lens(FOCAL, 0, 0, 0), Rotation.IDENTITY, place, eye));
            double much = eye == Eye.LEFT ? 0.2 : 1;
            Rotation turn = Rotation.ofYawPitchRoll(
                    much * TURN * even(random), much * TURN * even(random), much * TURN * even(random));
            FisheyeLens lens = lens(
                    FOCAL * (1 + much * FOCAL_SHARE * even(random)),
                    much * CENTRE * even(random),
                    much * CENTRE * even(random),
                    0.004 * even(random));
            Position off = new Position(place.x(), 0.0006 * even(random), 0.0006 * even(random));
            own.add(new RigLens(slot, lens, turn, off, eye));
        }
        Studio studio = new Studio(new Position(stand[0], stand[1], stand[2]), 1)
                .facing(Rotation.ofYawPitchRoll(heading, 0, 0));
        List<Sensor> sensors = List.of(
                new Sensor(0.3, 0, 0, 0.3, 1.2, 0), new Sensor(0.3 + 0.3 * even(random), 0.06, -0.05, 0.3, 1.2, 0));
        return new DepthScene(
                new Rig("card", known), new Rig("truth", own), studio, sensors, 1 + 6 * random.nextDouble());
    }

    private static double even(SplittableRandom random) {
        return 2 * random.nextDouble() - 1;
    }

    private static FisheyeLens lens(double focal, double offX, double offY, double k1) {
        double middle = SIZE / 2.0;
        LensFrame frame = new LensFrame(
                SIZE, SIZE, middle + offX, middle + offY, Optional.of(new ImageCircle(middle, middle, 0.49 * SIZE)));
        return new FisheyeLens(frame, focal, k1, 0, 0, 0);
    }

    /** What its lenses see at a time, with their pupils so many times as far apart. */
    List<Frame> frames(double times, double when) {
        List<RigLens> lenses = truth.lenses().stream()
                .map(lens -> lens.withPupil(new Position(
                        times * lens.pupil().x(), lens.pupil().y(), lens.pupil().z())))
                .toList();
        return studio.shoot(new Rig("apart", lenses), sensors, when, PixelFormat.YUV420_8, 5);
    }

    static int stands() {
        return STANDS.length;
    }
}
