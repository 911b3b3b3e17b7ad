package foldback.core.finish;

/** From the R'G'B' signals of footage to those that are looked at or delivered. Safe for many threads. */
public interface ColourTransform {
    /**
     * Transforms colours in place; 0 is black and 1 is white, beyond that signals may be clamped.
     *
     * @param count how many
     */
    void apply(float[] red, float[] green, float[] blue, int count);
}
