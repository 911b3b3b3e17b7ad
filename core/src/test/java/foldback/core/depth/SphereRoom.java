package foldback.core.depth;

import foldback.core.lens.FisheyeLens;
import foldback.core.lens.ImageCircle;
import foldback.core.lens.LensFrame;
import foldback.core.match.view.Picture;
import foldback.core.picture.BytePlane;
import foldback.core.rig.Eye;
import foldback.core.rig.RigLens;
import foldback.core.space.Direction;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import java.util.Optional;
import java.util.Random;
import java.util.function.ToDoubleFunction;

/** A room with a painted wall all round, a distance away that may differ by heading, as two fisheyes would see it from anywhere. */
final class SphereRoom {
    static final double BASELINE = 0.064;
    private static final int SIZE = 480;
    private static final int WAVES = 32;

    private final ToDoubleFunction<Direction> distance;
    private final ToDoubleFunction<Direction> paint;

    SphereRoom(ToDoubleFunction<Direction> distance, ToDoubleFunction<Direction> paint) {
        this.distance = distance;
        this.paint = paint;
    }

    /** Spots of many sizes, without a period. */
    static ToDoubleFunction<Direction> spots(long seed) {
        Random random = new Random(seed);
        double[][] waves = new double[WAVES][];
        for (int i = 0; i < WAVES; i++) {
            double size = 4 * Math.pow(14, random.nextDouble());
            waves[i] = new double[] {
                size * random.nextGaussian(),
                size * random.nextGaussian(),
                size * random.nextGaussian(),
                random.nextDouble() * 7
            };
        }
        return at -> {
            double sum = 0;
            for (double[] wave : waves) {
                sum += Math.sin(wave[0] * at.x() + wave[1] * at.y() + wave[2] * at.z() + wave[3]);
            }
            return 120 + 19 * sum;
        };
    }

    static RigLens lens(Eye eye) {
        LensFrame frame = new LensFrame(
                SIZE,
                SIZE,
                SIZE / 2.0,
                SIZE / 2.0,
                Optional.of(new ImageCircle(SIZE / 2.0, SIZE / 2.0, SIZE / 2.0 - 4)));
        return new RigLens(
                eye == Eye.LEFT ? "A" : "B",
                new FisheyeLens(frame, 142, 0, 0, 0, 0),
                Rotation.IDENTITY,
                Position.ORIGIN,
                eye);
    }

    /**
     * What an eye's lens shows.
     *
     * @param place of its pupil, metres to the right, down and ahead of what is amid both
     * @param turn by which it is turned away from where it should look
     */
    Picture seen(Position place, Rotation turn) {
        RigLens lens = lens(Eye.LEFT);
        BytePlane plane = new BytePlane(SIZE, SIZE);
        for (int y = 0; y < SIZE; y++) {
            for (int x = 0; x < SIZE; x++) {
                if (lens.lens().frame().depthInside(x + 0.5, y + 0.5) > 0) {
                    Direction ray = turn.apply(lens.lens().unproject(x + 0.5, y + 0.5));
                    double value = paint.applyAsDouble(hit(place, ray));
                    plane.set(x, y, (int) Math.max(0, Math.min(255, Math.round(value))));
                }
            }
        }
        return Picture.of(plane, 8);
    }

    /** The direction amid both eyes of what a ray meets, by stepping to the wall's distance there. */
    private Direction hit(Position place, Direction ray) {
        double length = distance.applyAsDouble(ray);
        Direction found = ray;
        for (int round = 0; round < 30; round++) {
            double x = place.x() + length * ray.x();
            double y = place.y() + length * ray.y();
            double z = place.z() + length * ray.z();
            double away = Math.sqrt(x * x + y * y + z * z);
            found = new Direction(x / away, y / away, z / away);
            length += distance.applyAsDouble(found) - away;
        }
        return found;
    }

    /** How far apart the eyes see the wall in a direction amid them, about the line through them, radians. */
    double disparity(Direction seen) {
        double r = distance.applyAsDouble(seen);
        return across(seen, r, BASELINE / 2) - across(seen, r, -BASELINE / 2);
    }

    private static double across(Direction seen, double r, double aside) {
        double x = r * seen.x() + aside;
        return Math.atan2(x, r * Math.hypot(seen.y(), seen.z()));
    }
}
