package foldback.gauge.sync;

import foldback.core.motion.PictureTrack;
import foldback.core.run.Run;
import foldback.core.sound.SoundTrack;
import foldback.core.sync.ClipTracks;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;

/** Tracks of simulated clips. */
record ReadyTracks(int clips, Supplier<List<Optional<SoundTrack>>> heard, Supplier<List<Optional<PictureTrack>>> seen)
        implements ClipTracks {
    @Override
    public List<Optional<SoundTrack>> sounds(Run run) {
        return heard.get();
    }

    @Override
    public List<Optional<PictureTrack>> pictures(Run run) {
        return seen.get();
    }
}
