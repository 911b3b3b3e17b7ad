package foldback.core.rig;

import foldback.core.space.Position;
import java.util.List;
import java.util.Optional;

/**
 * Where a rig's two eyes are: beside each other on a line across the rig, amid the pupils of the lenses that serve one eye alone.
 *
 * @param left in the rig, metres
 * @param right in the rig, metres; as high and as far ahead as the left one
 */
public record EyePair(Position left, Position right) {
    /** Pupils that are given as one point: what is between a person's eyes. */
    public static final double USUAL_METRES = 0.064;

    private static final double LEAST_METRES = 0.001;

    /** The eyes of a rig; none where it has no lenses for one eye alone. */
    public static Optional<EyePair> of(Rig rig) {
        Optional<Position> left = amid(rig, Eye.LEFT);
        Optional<Position> right = amid(rig, Eye.RIGHT);
        return left.isEmpty() || right.isEmpty() ? Optional.empty() : Optional.of(between(left.get(), right.get()));
    }

    private static Optional<Position> amid(Rig rig, Eye eye) {
        List<Position> pupils = rig.lenses().stream()
                .filter(lens -> lens.eye() == eye)
                .map(RigLens::pupil)
                .toList();
        double share = 1.0 / pupils.size();
        return pupils.stream()
                .reduce(Position::plus)
                .map(sum -> new Position(share * sum.x(), share * sum.y(), share * sum.z()));
    }

    private static EyePair between(Position one, Position two) {
        double y = (one.y() + two.y()) / 2;
        double z = (one.z() + two.z()) / 2;
        double middle = (one.x() + two.x()) / 2;
        double half = Math.abs(two.x() - one.x()) / 2;
        double apart = half < LEAST_METRES / 2 ? USUAL_METRES / 2 : half;
        return new EyePair(new Position(middle - apart, y, z), new Position(middle + apart, y, z));
    }

    /** From one eye to the other, metres. */
    public double baseline() {
        return left.distanceTo(right);
    }

    /** Where an eye is; the rig's origin for both. */
    public Position of(Eye eye) {
        return switch (eye) {
            case LEFT -> left;
            case RIGHT -> right;
            case BOTH -> Position.ORIGIN;
        };
    }
}
