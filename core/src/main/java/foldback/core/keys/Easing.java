package foldback.core.keys;

/** How a value goes from one key to the next. */
public enum Easing {
    /**
     * Smoothly through its keys without going beyond any two that are next to each other: monotone cubic (Fritsch and Carlson
     * 1980, with the slopes of Fritsch and Butland 1984). Level where the neighbouring stretch is of another kind.
     */
    CURVE,
    /** In a straight line. */
    LINEAR,
    /** Starts and ends at rest, whatever its neighbours do: the cubic 3s^2 - 2s^3. */
    EASE,
    /** Stays, and jumps at the next key. */
    HOLD
}
