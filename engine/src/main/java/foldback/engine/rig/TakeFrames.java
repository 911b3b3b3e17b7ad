package foldback.engine.rig;

import foldback.core.picture.Frame;
import foldback.engine.preview.Previewer;
import foldback.engine.take.Take;

/** A take's pictures for measuring its rig: originals at full size, else whatever is soonest there. */
public record TakeFrames(Previewer previewer, Take take) implements LensFrames {
    @Override
    public Frame at(int lens, double seconds, int halvings) {
        return halvings == 0
                ? previewer.original(take, lens, seconds)
                : previewer.lens(take, lens, seconds, halvings).frame();
    }

    @Override
    public Frame near(int lens, double seconds, int halvings) {
        return previewer.lensNear(take, lens, seconds, halvings).frame();
    }
}
