package foldback.engine.preview;

/**
 * How a stitched picture is looked at, besides as it is.
 *
 * @param clipped whether what is clipped is marked, in the source and by the correction
 * @param strips width of strips in which the two lenses of an overlap are shown in turn, radians; 0 where they are blended
 */
public record Look(boolean clipped, double strips) {
    public static final Look BLENDED = new Look(false, 0);
}
