package foldback.core.keys;

/**
 * A value pinned to a time, seconds.
 *
 * @param easing how it goes on to the next key
 */
public record Key<V>(double seconds, V value, Easing easing) {
    public Key {
        if (!Double.isFinite(seconds)) {
            throw new IllegalArgumentException("a key's time must be finite: " + seconds);
        }
    }

    /** One from which the value goes on smoothly. */
    public Key(double seconds, V value) {
        this(seconds, value, Easing.CURVE);
    }
}
