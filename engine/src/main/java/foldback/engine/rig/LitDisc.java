package foldback.engine.rig;

import foldback.core.lens.CircleFinder;
import foldback.core.lens.ImageCircle;
import foldback.core.picture.Frame;
import foldback.core.picture.LumaSum;
import foldback.core.time.TimeSpan;
import java.util.Optional;

/** Finds the lit disc of a lens over several moments: what is dark at one of them is bright at another. */
public final class LitDisc {
    private static final int MOMENTS = 5;

    private LitDisc() {}

    /**
     * The disc in pixels of the clip's picture; empty where none is seen.
     *
     * @param span in which the lens has frames
     */
    public static Optional<ImageCircle> find(LensFrames frames, int lens, TimeSpan span) {
        LumaSum sum = new LumaSum();
        for (int m = 0; m < MOMENTS; m++) {
            Frame frame = frames.near(lens, span.from() + span.seconds() * (m + 0.5) / MOMENTS, 0);
            sum.add(frame.y(), frame.format().bits());
        }
        return CircleFinder.find(sum.plane()).map(CircleFinder.Found::circle);
    }
}
