package foldback.core.keys;

import java.util.List;

/**
 * A value over time. Before the first key and after the last it stays; between two keys it goes as the first of them says, and
 * never beyond the two, so that two keys a frame apart make a sharp step.
 *
 * @param keys at least one, their times rising
 * @param keyed whether the keys' times were meant: a value that stays may still have a key, to which others will come
 */
public record Track<V extends Values<V>>(List<Key<V>> keys, boolean keyed) {

    public Track {
        keys = List.copyOf(keys);
        if (keys.isEmpty()) {
            throw new IllegalArgumentException("a track needs a key");
        }
        if (!keyed && keys.size() > 1) {
            throw new IllegalArgumentException("a value without keys is one value: " + keys.size());
        }
        Slopes.checkTimes(keys);
    }

    /** Of keys. */
    public Track(List<Key<V>> keys) {
        this(keys, true);
    }

    /** A value that never changes. */
    public static <V extends Values<V>> Track<V> still(V value) {
        return new Track<>(List.of(new Key<>(0, value)), false);
    }

    /** Whether its value is the same at all times. */
    public boolean isStill() {
        return keys.size() == 1;
    }

    public V at(double seconds) {
        int next = 0;
        while (next < keys.size() && keys.get(next).seconds() <= seconds) {
            next++;
        }
        if (next == 0) {
            return keys.get(0).value();
        }
        if (next == keys.size() || keys.get(next - 1).seconds() == seconds) {
            return keys.get(next - 1).value();
        }
        double span = keys.get(next).seconds() - keys.get(next - 1).seconds();
        double s = (seconds - keys.get(next - 1).seconds()) / span;
        return switch (keys.get(next - 1).easing()) {
            case HOLD -> keys.get(next - 1).value();
            case LINEAR -> mixed(next, s);
            case EASE -> mixed(next, s * s * (3 - 2 * s));
            case CURVE -> curved(next, s, span);
        };
    }

    /** The value on a straight line to a key, at a share of the way. */
    private V mixed(int next, double share) {
        double[] begin = keys.get(next - 1).value().numbers();
        double[] end = keys.get(next).value().numbers();
        double[] between = new double[begin.length];
        for (int k = 0; k < between.length; k++) {
            between[k] = begin[k] + share * (end[k] - begin[k]);
        }
        return keys.get(0).value().of(between);
    }

    /** The value on Hermite's cubic to a key, at a share of the time. */
    private V curved(int next, double s, double span) {
        double[] begin = keys.get(next - 1).value().numbers();
        double[] end = keys.get(next).value().numbers();
        double[] between = new double[begin.length];
        for (int k = 0; k < between.length; k++) {
            double one = slope(next - 1, k) * span;
            double two = slope(next, k) * span;
            double change = end[k] - begin[k];
            between[k] = begin[k] + s * (one + s * (3 * change - 2 * one - two + s * (one + two - 2 * change)));
        }
        return keys.get(0).value().of(between);
    }

    /** The slope at a key, a second. */
    private double slope(int key, int number) {
        if (!Slopes.isSmooth(keys, key)) {
            return 0;
        }
        return Slopes.between(
                number(key, number) - number(key - 1, number),
                keys.get(key).seconds() - keys.get(key - 1).seconds(),
                number(key + 1, number) - number(key, number),
                keys.get(key + 1).seconds() - keys.get(key).seconds());
    }

    private double number(int key, int number) {
        return keys.get(key).value().numbers()[number];
    }
}
