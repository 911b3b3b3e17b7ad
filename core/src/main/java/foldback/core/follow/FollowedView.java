package foldback.core.follow;

import foldback.core.space.Rotation;

/** Looks at the sphere. */
@FunctionalInterface
public interface FollowedView {
    /**
     * A flat, square look.
     *
     * @param seconds take time
     * @param sphereFromLook where its middle looks
     * @param field from its left side to its right side, radians
     * @param size pixels each way
     * @return luma, codes of 8 bits, row after row
     */
    float[] look(double seconds, Rotation sphereFromLook, double field, int size) throws InterruptedException;
}
