package foldback.core.sync;

/** What two clips are compared by. */
public enum Clue {
    SOUND,
    MOTION,
    LIGHT
}
