package foldback.core.warp;

/**
 * Moves what a lens is asked for: a displacement that is smooth over the sphere, taken at the nodes of coordinate grids, so that
 * places between them follow. Two that are equal move the same way; plans are kept by them.
 */
@FunctionalInterface
public interface RayShift {
    /** One that leaves everything where it is. */
    RayShift NONE = (rays, count) -> {};

    /**
     * Moves directions of the rig.
     *
     * @param rays 3 a direction, of length 1, replaced by where the lens is to look instead; NaN stays
     */
    void shift(double[] rays, int count);
}
