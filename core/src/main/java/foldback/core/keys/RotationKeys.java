package foldback.core.keys;

import foldback.core.space.Rotation;
import foldback.core.space.RotationPath;
import java.util.List;

/**
 * A rotation over time. It goes from key to key as a {@link Track}'s numbers do, but along the sphere: about one axis it goes as a number
 * would, and what two neighbouring keys leave upright stays upright between them. Curves are cubic Bezier curves of quaternions (Shoemake
 * 1985).
 *
 * @param keys at least one, their times rising
 */
public record RotationKeys(List<Key<Rotation>> keys) implements RotationPath {

    public RotationKeys {
        keys = List.copyOf(keys);
        if (keys.isEmpty()) {
            throw new IllegalArgumentException("a rotation over time needs a key");
        }
        Slopes.checkTimes(keys);
    }

    @Override
    public Rotation at(double seconds) {
        int next = 0;
        while (next < keys.size() && keys.get(next).seconds() <= seconds) {
            next++;
        }
        if (next == 0 || next == keys.size()) {
            return rotation(Math.max(0, next - 1));
        }
        Key<Rotation> from = keys.get(next - 1);
        double span = keys.get(next).seconds() - from.seconds();
        double s = (seconds - from.seconds()) / span;
        return switch (from.easing()) {
            case HOLD -> from.value();
            case LINEAR -> between(from.value(), rotation(next), s);
            case EASE -> between(from.value(), rotation(next), s * s * (3 - 2 * s));
            case CURVE -> curved(next, s, span);
        };
    }

    /** The same with each rotation turned by another one that comes after it. */
    public RotationKeys turned(Rotation after) {
        return new RotationKeys(keys.stream()
                .map(key -> new Key<>(key.seconds(), after.times(key.value()), key.easing()))
                .toList());
    }

    /** The same with each rotation coming after another one. */
    public RotationKeys after(Rotation before) {
        return new RotationKeys(keys.stream()
                .map(key -> new Key<>(key.seconds(), key.value().times(before), key.easing()))
                .toList());
    }

    private Rotation rotation(int key) {
        return keys.get(key).value();
    }

    /** By de Casteljau's way, each straight line an arc. */
    private Rotation curved(int next, double s, double span) {
        Rotation a = rotation(next - 1);
        Rotation d = rotation(next);
        Rotation b = a.times(third(slope(next - 1), span));
        Rotation c = d.times(third(slope(next), -span));
        Rotation bc = between(b, c, s);
        return between(between(between(a, b, s), bc, s), between(bc, between(c, d, s), s), s);
    }

    private static Rotation third(double[] slope, double span) {
        return Rotation.ofVector(slope[0] * span / 3, slope[1] * span / 3, slope[2] * span / 3);
    }

    /** The turning speed at a key about its own axes, radians a second: as a {@link Track}'s slopes are found. */
    private double[] slope(int key) {
        double[] slope = new double[3];
        if (Slopes.isSmooth(keys, key)) {
            double before = keys.get(key).seconds() - keys.get(key - 1).seconds();
            double after = keys.get(key + 1).seconds() - keys.get(key).seconds();
            double[] rising = rotation(key - 1).inverse().times(rotation(key)).vector();
            double[] then = rotation(key).inverse().times(rotation(key + 1)).vector();
            for (int k = 0; k < 3; k++) {
                slope[k] = Slopes.between(rising[k], before, then[k], after);
            }
        }
        return slope;
    }

    private static Rotation between(Rotation from, Rotation to, double share) {
        double[] turn = from.inverse().times(to).vector();
        return from.times(Rotation.ofVector(share * turn[0], share * turn[1], share * turn[2]));
    }
}
