package foldback.engine.preview;

import foldback.core.stitch.Meeting;

/**
 * How a stitched picture is looked at, besides as it is.
 *
 * @param clipped whether what is clipped is marked, in the source and by the correction
 * @param meeting how the lenses of an overlap meet; by their numbers among those that are on
 */
public record Look(boolean clipped, Meeting meeting) {
    public static final Look BLENDED = new Look(false, Meeting.BLENDED);
}
