package foldback.core.stitch;

import foldback.core.picture.Frame;
import foldback.core.run.Threads;

/** What is laid over a stitched picture before it is finished. */
@FunctionalInterface
public interface SphereLayer {
    /**
     * Changes a picture in its place.
     *
     * @param seconds take time
     * @param canvas stitched, in the footage's colours, before a transform and before bits are lost
     */
    void lay(double seconds, Frame canvas, Threads threads) throws InterruptedException;
}
