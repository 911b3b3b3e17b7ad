package foldback.core.finish;

/** From the R'G'B' signals of footage to those that are looked at or delivered. Safe for many threads. */
public interface ColourTransform {
    /**
     * Transforms one colour in place.
     *
     * @param rgb red, green, blue, 0 for black and 1 for white; beyond that they may be clamped
     */
    void apply(float[] rgb);
}
