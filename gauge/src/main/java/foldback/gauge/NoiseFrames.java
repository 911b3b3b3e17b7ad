package foldback.gauge;

import foldback.core.picture.BytePlane;
import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.rig.Rig;
import foldback.core.tone.LightFormat;
import foldback.core.warp.Sampler;
import java.util.List;
import java.util.Random;

/** Frames of a rig's lenses that are noise all over: nothing about them is easy to guess for a processor. */
public final class NoiseFrames {
    public static final LightFormat FORMAT = new LightFormat(
            PixelFormat.YUV420_8,
            ColourTags.BT709_LIMITED,
            PixelFormat.YUV420_8,
            ColourTags.BT709_LIMITED,
            Sampler.FRACTION_BITS);

    private NoiseFrames() {}

    public static List<Frame> of(Rig rig) {
        Random random = new Random(1);
        return rig.lenses().stream()
                .map(lens -> frame(
                        random, lens.lens().frame().width(), lens.lens().frame().height()))
                .toList();
    }

    private static Frame frame(Random random, int width, int height) {
        Frame frame = Frame.allocate(PixelFormat.YUV420_8, ColourTags.BT709_LIMITED, width, height);
        random.nextBytes(((BytePlane) frame.y()).data());
        random.nextBytes(((BytePlane) frame.u()).data());
        random.nextBytes(((BytePlane) frame.v()).data());
        return frame;
    }
}
