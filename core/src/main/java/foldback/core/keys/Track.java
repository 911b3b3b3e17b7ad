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
        for (int i = 1; i < keys.size(); i++) {
            if (!(keys.get(i).seconds() > keys.get(i - 1).seconds())) {
                throw new IllegalArgumentException("keys must rise in time: "
                        + keys.get(i - 1).seconds() + " s, then " + keys.get(i).seconds() + " s");
            }
        }
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

    /**
     * The slope at a key, a second: level at the ends, at peaks and beside what is no curve, else the harmonic mean of both sides,
     * weighted by their spans.
     */
    private double slope(int key, int number) {
        if (key == 0
                || key == keys.size() - 1
                || keys.get(key - 1).easing() != Easing.CURVE
                || keys.get(key).easing() != Easing.CURVE) {
            return 0;
        }
        double before = keys.get(key).seconds() - keys.get(key - 1).seconds();
        double after = keys.get(key + 1).seconds() - keys.get(key).seconds();
        double rising = (number(key, number) - number(key - 1, number)) / before;
        double then = (number(key + 1, number) - number(key, number)) / after;
        if (rising * then <= 0) {
            return 0;
        }
        double share = (1 + after / (before + after)) / 3;
        return rising * then / (share * then + (1 - share) * rising);
    }

    private double number(int key, int number) {
        return keys.get(key).value().numbers()[number];
    }
}
