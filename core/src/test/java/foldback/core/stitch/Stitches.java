package foldback.core.stitch;

import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.rig.Rig;
import foldback.core.run.Threads;
import foldback.core.tone.LensLight;
import foldback.core.tone.LightFormat;
import foldback.core.warp.Canvas;
import foldback.core.warp.Sampler;
import java.util.Collections;
import java.util.List;

/** Stitches of 10 bits whose lenses' values stay as they are. */
final class Stitches {
    private Stitches() {}

    /** The rig for pictures of another size. */
    static Rig scaled(Rig rig, int width, int height) {
        return new Rig(
                rig.name(),
                rig.lenses().stream().map(lens -> lens.scaledTo(width, height)).toList());
    }

    static Frame stitched(Stitch stitch, List<Frame> filmed, Canvas canvas, double seconds, Threads threads)
            throws InterruptedException {
        List<LensLight> lights = Collections.nCopies(
                filmed.size(),
                new LightFormat(
                                PixelFormat.YUV420_10,
                                ColourTags.BT709_LIMITED,
                                PixelFormat.YUV420_10,
                                ColourTags.BT709_LIMITED,
                                Sampler.FRACTION_BITS)
                        .plain());
        Frame out = Frame.allocate(PixelFormat.YUV420_10, ColourTags.BT709_LIMITED, canvas.width(), canvas.height());
        stitch.stitch(seconds, filmed, lights, out, threads);
        return out;
    }
}
