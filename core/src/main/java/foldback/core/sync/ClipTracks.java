package foldback.core.sync;

import foldback.core.motion.PictureTrack;
import foldback.core.run.Run;
import foldback.core.sound.SoundTrack;
import java.util.List;
import java.util.Optional;

/** What there is to hear and to see in the clips of a take; asked for only where it is needed, since reading takes long. */
public interface ClipTracks {
    /** How many clips there are. */
    int clips();

    /** The sound of each clip, all at one rate, a multiple of 4 kHz; empty where a clip has none. */
    List<Optional<SoundTrack>> sounds(Run run);

    /** How each clip's picture turns, and how bright it is; empty where it has none. */
    List<Optional<PictureTrack>> pictures(Run run);
}
