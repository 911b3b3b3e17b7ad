package foldback.gauge.rig;

import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.space.Direction;
import java.util.Arrays;
import java.util.stream.IntStream;

/** How far apart a rig puts what two lenses see of one far thing. */
final class FarMismatch {
    private static final int DIRECTIONS = 4000;
    private static final double GOLDEN = Math.PI * (3 - Math.sqrt(5));

    private FarMismatch() {}

    /** The median over all far directions that two lenses see, radians; NaN where there are none. */
    static double median(Rig found, Rig truth) {
        double[] angles = angles(found, truth);
        return angles.length == 0 ? Double.NaN : angles[angles.length / 2];
    }

    /** Their root mean square, radians; NaN where there are none. */
    static double rms(Rig found, Rig truth) {
        return Math.sqrt(Arrays.stream(angles(found, truth))
                .map(angle -> angle * angle)
                .average()
                .orElse(Double.NaN));
    }

    /** In order of their size. */
    private static double[] angles(Rig found, Rig truth) {
        return IntStream.range(0, DIRECTIONS)
                .mapToObj(FarMismatch::direction)
                .flatMapToDouble(far -> {
                    Direction[] said = IntStream.range(0, truth.lenses().size())
                            .mapToObj(i ->
                                    said(truth.lenses().get(i), found.lenses().get(i), far))
                            .filter(each -> each != null)
                            .toArray(Direction[]::new);
                    return IntStream.range(1, said.length).mapToDouble(i -> said[0].angleTo(said[i]));
                })
                .sorted()
                .toArray();
    }

    /** Even over the sphere (a Fibonacci lattice). */
    private static Direction direction(int k) {
        double y = 1 - 2 * (k + 0.5) / DIRECTIONS;
        double across = Math.sqrt(1 - y * y);
        return new Direction(across * Math.cos(GOLDEN * k), y, across * Math.sin(GOLDEN * k));
    }

    /** Where a lens as it was found says that it sees what it truly sees of a direction; null where it sees nothing of it. */
    private static Direction said(RigLens truth, RigLens found, Direction far) {
        Direction ray = truth.rigFromLens().inverse().apply(far);
        double[] xy = new double[2];
        truth.lens().project(new double[] {ray.x(), ray.y(), ray.z()}, xy, new double[1], 1);
        if (!(truth.lens().frame().depthInside(xy[0], xy[1]) > 0)) {
            return null;
        }
        try {
            return found.rigFromLens().apply(found.lens().unproject(xy[0], xy[1]));
        } catch (IllegalArgumentException beyondItsRim) {
            return null;
        }
    }
}
