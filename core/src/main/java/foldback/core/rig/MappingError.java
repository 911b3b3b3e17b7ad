package foldback.core.rig;

import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import foldback.core.space.RotationFit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * The figure for geometry: the angle between where a rig and the true one say that the same pixel looks, the rotation common to
 * the whole rig removed.
 *
 * @param rms root mean square, radians; 0 is perfect
 * @param most what 95 % of the places stay below, radians
 */
public record MappingError(double rms, double most) {
    private static final int ACROSS = 48;

    /** Over the places of all lenses that another lens sees as well; NaN where there are none. */
    public static MappingError overOverlaps(Rig found, Rig truth) {
        return over(found, truth, MappingError::isSharedWith);
    }

    /** Over all places of all lenses. */
    public static MappingError overLenses(Rig found, Rig truth) {
        return over(found, truth, (rig, lens, direction) -> true);
    }

    /** Which places count, by the lens that sees them and where they truly lie. */
    private interface Places {
        boolean count(Rig truth, RigLens lens, Direction direction);
    }

    private static MappingError over(Rig found, Rig truth, Places places) {
        List<Direction> seen = new ArrayList<>();
        List<Direction> said = new ArrayList<>();
        for (int i = 0; i < truth.lenses().size(); i++) {
            RigLens lens = truth.lenses().get(i);
            RigLens other = found.lenses().get(i);
            double step = (double) lens.lens().frame().width() / ACROSS;
            for (double y = step / 2; y < lens.lens().frame().height(); y += step) {
                for (double x = step / 2; x < lens.lens().frame().width(); x += step) {
                    if (lens.lens().frame().depthInside(x, y) > 0) {
                        add(truth, lens, other, x, y, places, seen, said);
                    }
                }
            }
        }
        return of(seen, said);
    }

    private static void add(
            Rig truth,
            RigLens lens,
            RigLens other,
            double x,
            double y,
            Places places,
            List<Direction> seen,
            List<Direction> said) {
        try {
            Direction direction = lens.rigFromLens().apply(lens.lens().unproject(x, y));
            if (places.count(truth, lens, direction)) {
                said.add(other.rigFromLens().apply(other.lens().unproject(x, y)));
                seen.add(direction);
            }
        } catch (IllegalArgumentException nowhere) {
            // The model says nothing of that place.
        }
    }

    private static boolean isSharedWith(Rig rig, RigLens lens, Direction direction) {
        double[] xy = new double[2];
        for (RigLens other : rig.lenses()) {
            if (other != lens) {
                Direction there = other.rigFromLens().inverse().apply(direction);
                other.lens().project(new double[] {there.x(), there.y(), there.z()}, xy, new double[1], 1);
                if (other.lens().frame().depthInside(xy[0], xy[1]) > 0) {
                    return true;
                }
            }
        }
        return false;
    }

    private static MappingError of(List<Direction> seen, List<Direction> said) {
        if (seen.isEmpty()) {
            return new MappingError(Double.NaN, Double.NaN);
        }
        Rotation common = RotationFit.between(said, seen);
        double[] angles = new double[seen.size()];
        double sum = 0;
        for (int i = 0; i < angles.length; i++) {
            angles[i] = common.apply(said.get(i)).angleTo(seen.get(i));
            sum += angles[i] * angles[i];
        }
        Arrays.sort(angles);
        return new MappingError(Math.sqrt(sum / angles.length), angles[(int) (0.95 * (angles.length - 1))]);
    }
}
