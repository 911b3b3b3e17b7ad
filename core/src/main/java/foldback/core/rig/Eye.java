package foldback.core.rig;

/** Which of two eyes a lens's picture is for. */
public enum Eye {
    BOTH,
    LEFT,
    RIGHT;

    /** Whether what is for this eye is seen by another one. */
    public boolean serves(Eye other) {
        return this == BOTH || other == BOTH || this == other;
    }
}
