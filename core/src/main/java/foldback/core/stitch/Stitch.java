package foldback.core.stitch;

import foldback.core.picture.Frame;
import foldback.core.run.Threads;
import foldback.core.tone.LensLight;
import java.util.List;

/** Makes one picture of the lenses' pictures of a moment: each is painted and corrected, and they are mixed. */
public interface Stitch {
    /**
     * Fills {@code canvas}; returns when all is done.
     *
     * @param seconds take time at which the pictures' first rows were read
     * @param sources in the order of the rig's lenses, of the sizes it states; read
     * @param lights what happens to each lens's values, in the same order
     * @param canvas of the planned size, 4:2:0; every sample is written
     */
    void stitch(double seconds, List<Frame> sources, List<LensLight> lights, Frame canvas, Threads threads)
            throws InterruptedException;
}
