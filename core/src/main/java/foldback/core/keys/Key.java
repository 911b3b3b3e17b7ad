package foldback.core.keys;

/** A value pinned to a time, seconds. */
public record Key<V>(double seconds, V value) {
    public Key {
        if (!Double.isFinite(seconds)) {
            throw new IllegalArgumentException("a key's time must be finite: " + seconds);
        }
    }
}
