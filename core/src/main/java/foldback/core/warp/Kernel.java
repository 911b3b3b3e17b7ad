package foldback.core.warp;

/** How samples are interpolated. */
public enum Kernel {
    /** Bilinear: previews. */
    QUICK,
    /** Bicubic, cubic convolution with a = -1/2 (Keys 1981): renders. */
    FINE
}
