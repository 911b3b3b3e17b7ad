package foldback.core.stitch;

import foldback.core.lens.LensFrame;
import foldback.core.picture.Frame;
import foldback.core.stitch.plan.StitchSettings;
import foldback.core.tone.LensLight;
import java.util.List;

/** Refuses frames that a stitch was not planned for. */
final class StitchInput {
    private StitchInput() {}

    /** @throws IllegalArgumentException where a size or a number differs */
    static void check(StitchSettings settings, List<Frame> sources, List<LensLight> lights, Frame canvas) {
        int lenses = settings.rig().lenses().size();
        if (lights.size() != lenses) {
            throw new IllegalArgumentException(
                    "as many lights as lenses are needed: " + lights.size() + " for " + lenses);
        }
        if (canvas.width() != settings.canvas().width()
                || canvas.height() != settings.canvas().height()) {
            throw new IllegalArgumentException(
                    "the frame to fill is " + canvas.width() + " x " + canvas.height() + ", the plan is for "
                            + settings.canvas().width() + " x "
                            + settings.canvas().height());
        }
        for (int lens = 0; lens < lenses; lens++) {
            LensFrame frame = settings.rig().lenses().get(lens).lens().frame();
            Frame source = sources.get(lens);
            if (source.width() != frame.width() || source.height() != frame.height()) {
                throw new IllegalArgumentException("lens " + lens + " is described for " + frame.width() + " x "
                        + frame.height() + ", its frame is " + source.width() + " x " + source.height());
            }
        }
    }
}
