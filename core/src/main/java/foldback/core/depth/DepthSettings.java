package foldback.core.depth;

import foldback.core.seam.SeamSettings;

/**
 * How depth is measured.
 *
 * @param strip how the strip of the two eyes is registered: an eye is looked at in steps of a quarter of a degree, and to both sides as
 *     far as a lens of 160 degrees sees
 * @param beyondRad disparity on the wrong side that is looked for, so that swapped eyes are found
 * @param leastSure from which on a node counts as told
 */
public record DepthSettings(SeamSettings strip, double beyondRad, double leastSure) {
    public static final DepthSettings DEFAULT = new DepthSettings(
            new SeamSettings(
                    Math.toRadians(0.25), Math.toRadians(80), 0.4, 0.02, Math.toRadians(0.6), Math.toRadians(0.3), 2),
            Math.toRadians(2.5),
            0.4);
}
