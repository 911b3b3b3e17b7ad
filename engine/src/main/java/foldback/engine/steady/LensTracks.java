package foldback.engine.steady;

import foldback.core.lens.Lens;
import foldback.core.motion.RotationTrack;
import foldback.core.motion.TurnTracker;
import foldback.core.run.Run;
import foldback.core.space.Rotation;
import foldback.engine.proxy.Proxies;
import foldback.engine.proxy.SmallPictures;
import foldback.engine.take.MeasuredFiles;
import foldback.engine.take.TakeClip;
import foldback.media.MediaException;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * How single lenses turned over their clips, from small pictures. Kept as files in a folder, named by content and lens; any may be deleted at any time
 * and is measured again.
 */
final class LensTracks {
    /** Raised whenever the same clip would give another track. */
    private static final int ALGORITHM = 2;

    private static final MeasuredFiles.Form<LensTrack> FORM = new MeasuredFiles.Form<>() {
        @Override
        public void write(LensTrack track, DataOutputStream out) throws IOException {
            out.writeInt(track.untold);
            TrackForm.write(track.turns, out);
        }

        @Override
        public LensTrack read(DataInputStream in) throws IOException {
            int untold = in.readInt();
            return new LensTrack(TrackForm.read(in), untold);
        }
    };

    private final MeasuredFiles<LensTrack> files;
    private final Optional<Proxies> proxies;

    /** @param proxies empty where clips are read as they are */
    LensTracks(Path folder, Optional<Proxies> proxies) {
        files = new MeasuredFiles<>(folder, ".track", FORM);
        this.proxies = proxies;
    }

    /**
     * How a lens turned.
     *
     * @param turns takes its directions at a clip time to those at the clip's first frame
     * @param untold frames whose turn could not be told
     */
    record LensTrack(RotationTrack turns, int untold) {}

    /**
     * Measures a lens, or reads what was measured.
     *
     * @param run progress; cancelling throws
     * @throws MediaException where it cannot be decoded or kept
     */
    LensTrack of(TakeClip clip, Lens lens, Run run) {
        Lens small = SmallPictures.lens(lens);
        return files.of(clip, small + " " + ALGORITHM, measuring -> measure(clip, small, measuring), run);
    }

    private LensTrack measure(TakeClip clip, Lens small, Run run) {
        TurnTracker tracker = new TurnTracker(small);
        List<Double> times = new ArrayList<>();
        List<Rotation> turns = new ArrayList<>();
        int[] untold = new int[1];
        SmallPictures.read(
                clip,
                proxies,
                small.frame().width(),
                small.frame().height(),
                (seconds, luma) -> {
                    untold[0] += tracker.next(seconds, luma) ? 0 : 1;
                    times.add(seconds);
                    turns.add(tracker.firstFromNow());
                },
                run);
        return new LensTrack(
                new RotationTrack(times.stream().mapToDouble(time -> time).toArray(), turns.toArray(Rotation[]::new)),
                untold[0]);
    }
}
