package foldback.core.sync.pair;

/** How far what a pair of clips says can be believed. */
public enum Belief {
    /** Not at all: it may be chance, or fit elsewhere as well. */
    NONE,
    /** Worth a check. */
    HINT,
    /** Without another. */
    FIRM
}
