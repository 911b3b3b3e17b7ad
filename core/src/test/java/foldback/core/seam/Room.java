package foldback.core.seam;

import foldback.core.lens.FisheyeLens;
import foldback.core.lens.ImageCircle;
import foldback.core.lens.LensFrame;
import foldback.core.match.view.Picture;
import foldback.core.picture.BytePlane;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.space.Direction;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;

/** A box with textured walls around a rig, with a post in it: where a ray from any place meets it is known in closed form. */
final class Room {
    static final int SIZE = 720;
    private static final double FIELD = Math.toRadians(204);
    private static final double POST_RADIUS = 0.12;
    private static final int WAVES = 40;
    /** Of the texture, radians a metre. */
    private static final double ROUGH = 10;

    private final double half;
    /** Where the post stands on the floor; none without one. */
    private final Optional<double[]> post;

    private final double[] waves;

    Room(double half, Optional<double[]> post) {
        this.half = half;
        this.post = post;
        Random random = new Random(7);
        waves = IntStream.range(0, 4 * WAVES)
                .mapToDouble(i -> i % 4 == 3 ? 2 * Math.PI * random.nextDouble() : random.nextGaussian() * ROUGH)
                .toArray();
    }

    /** Two lenses back to back, their pupils so far apart. */
    static Rig rig(double apart) {
        return new Rig("pair", List.of(lens("A", 0, apart / 2), lens("B", Math.PI, -apart / 2)));
    }

    private static RigLens lens(String slot, double yaw, double ahead) {
        double middle = SIZE / 2.0;
        LensFrame frame =
                new LensFrame(SIZE, SIZE, middle, middle, Optional.of(new ImageCircle(middle, middle, 0.495 * SIZE)));
        return new RigLens(
                slot,
                FisheyeLens.equidistant(frame, FIELD),
                Rotation.ofYawPitchRoll(yaw, 0, 0),
                new Position(0, 0, ahead));
    }

    /** Where a ray ends. */
    Position hit(Position from, Direction ray) {
        double farthest = Double.POSITIVE_INFINITY;
        double[] at = {from.x(), from.y(), from.z()};
        double[] to = {ray.x(), ray.y(), ray.z()};
        for (int k = 0; k < 3; k++) {
            double wall = to[k] > 0 ? half - at[k] : -half - at[k];
            farthest = Math.min(farthest, to[k] == 0 ? farthest : wall / to[k]);
        }
        farthest = Math.min(farthest, toPost(at, to));
        return new Position(at[0] + farthest * to[0], at[1] + farthest * to[1], at[2] + farthest * to[2]);
    }

    private double toPost(double[] at, double[] to) {
        if (post.isEmpty()) {
            return Double.POSITIVE_INFINITY;
        }
        double x = at[0] - post.get()[0];
        double z = at[2] - post.get()[1];
        double a = to[0] * to[0] + to[2] * to[2];
        double b = x * to[0] + z * to[2];
        double c = x * x + z * z - POST_RADIUS * POST_RADIUS;
        double root = b * b - a * c;
        return root < 0 || b > 0 ? Double.POSITIVE_INFINITY : (-b - Math.sqrt(root)) / a;
    }

    private double light(Position p) {
        double sum = 0;
        for (int n = 0; n < WAVES; n++) {
            sum += Math.sin(
                    waves[4 * n] * p.x() + waves[4 * n + 1] * p.y() + waves[4 * n + 2] * p.z() + waves[4 * n + 3]);
        }
        return 120 + 12 * sum;
    }

    /** What a lens of a rig at the room's middle sees. */
    Picture seen(RigLens lens) {
        BytePlane plane = new BytePlane(SIZE, SIZE);
        IntStream.range(0, SIZE).parallel().forEach(y -> {
            for (int x = 0; x < SIZE; x++) {
                if (lens.lens().frame().depthInside(x + 0.5, y + 0.5) > 0) {
                    Direction ray = lens.rigFromLens().apply(lens.lens().unproject(x + 0.5, y + 0.5));
                    double value = light(hit(lens.pupil(), ray));
                    plane.set(x, y, (int) Math.round(Math.max(16, Math.min(235, value))));
                }
            }
        });
        return Picture.of(plane, 8);
    }
}
