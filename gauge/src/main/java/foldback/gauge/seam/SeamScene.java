package foldback.gauge.seam;

import foldback.core.lens.FisheyeLens;
import foldback.core.lens.ImageCircle;
import foldback.core.lens.LensFrame;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import foldback.sim.film.Sensor;
import foldback.sim.film.Studio;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.SplittableRandom;

/**
 * A pair of lenses back to back somewhere among the pans, what they see, and what there truly is.
 *
 * @param known the rig as a solve knows it: turned by some hundredths of a degree
 * @param frames of its lenses
 * @param truth the sphere around its origin, and how far away everything is
 */
record SeamScene(Rig known, List<Frame> frames, Frame truth, float[] depth) {
    static final int WIDTH = 2048;
    private static final int SIZE = 1200;
    private static final double FIELD = Math.toRadians(200);
    private static final double EYE_HEIGHT = -1.55;
    /** By how much a solved rig is off, radians a number. */
    private static final double SOLVED = Math.toRadians(0.02);

    /** Stands and moments: by the sluice, near rakers, among heaps; x, z and time. */
    private static final double[][] PLACES = {
        {0, 0, 1}, {0.2, 8.2, 3}, {-3.6, 8.8, 2}, {4.6, 0.6, 4.5}, {0.1, 17, 0.5}, {5.6, 11.5, 6}
    };

    static int count() {
        return PLACES.length;
    }

    /** @param apart of the pupils, metres */
    static SeamScene make(int n, double apart) {
        SplittableRandom random = new SplittableRandom(91 + n);
        double[] place = PLACES[n];
        double heading = 2 * Math.PI * random.nextDouble();
        List<RigLens> truth = new ArrayList<>();
        List<RigLens> known = new ArrayList<>();
        for (int i = 0; i < 2; i++) {
            Rotation turned = Rotation.ofYawPitchRoll(heading + Math.PI * i, 0, 0);
            double middle = SIZE / 2.0;
            LensFrame frame = new LensFrame(
                    SIZE, SIZE, middle, middle, Optional.of(new ImageCircle(middle, middle, 0.49 * SIZE)));
            Position pupil = turned.apply(new Position(0, 0, apart / 2));
            RigLens lens = new RigLens(i == 0 ? "A" : "B", FisheyeLens.equidistant(frame, FIELD), turned, pupil);
            truth.add(lens);
            Rotation off = Rotation.ofVector(
                    SOLVED * random.nextGaussian(), SOLVED * random.nextGaussian(), SOLVED * random.nextGaussian());
            known.add(lens.withRotation(off.times(turned)));
        }
        Studio studio = new Studio(new Position(place[0], EYE_HEIGHT, place[1]));
        Sensor noisy = new Sensor(0, 0, 0, 0, 0, 1.5);
        List<Frame> frames = studio.shoot(
                new Rig("pair", truth), Collections.nCopies(2, noisy), place[2], PixelFormat.YUV420_8, 5 + n);
        return new SeamScene(
                new Rig("pair", known),
                frames,
                studio.sphere(WIDTH, place[2], PixelFormat.YUV420_8, 3),
                studio.depth(WIDTH, place[2]));
    }
}
