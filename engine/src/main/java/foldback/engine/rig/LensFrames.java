package foldback.engine.rig;

import foldback.core.picture.Frame;
import foldback.engine.take.TakeClip;
import java.util.List;

/** Where the pictures of a take's lenses come from; asked by many threads. */
public interface LensFrames {
    /**
     * What a lens saw; not to be written to.
     *
     * @param lens by number
     * @param seconds take time that its clip shows
     * @param halvings of its size
     */
    Frame at(int lens, double seconds, int halvings);

    /** What it saw about then: coarse in time, but soon there. */
    Frame near(int lens, double seconds, int halvings);

    /** From the clips themselves, each frame decoded anew. */
    static LensFrames of(List<TakeClip> clips) {
        return new LensFrames() {
            @Override
            public Frame at(int lens, double seconds, int halvings) {
                TakeClip clip = clips.get(lens);
                return clip.part(clip.whole(clip.frameAt(seconds), halvings));
            }

            @Override
            public Frame near(int lens, double seconds, int halvings) {
                TakeClip clip = clips.get(lens);
                return clip.part(clip.whole(clip.index().keyBefore(clip.frameAt(seconds)), halvings));
            }
        };
    }
}
