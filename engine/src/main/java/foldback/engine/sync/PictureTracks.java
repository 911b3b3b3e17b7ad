package foldback.engine.sync;

import foldback.core.lens.Lens;
import foldback.core.motion.PictureTrack;
import foldback.core.motion.TurnMeter;
import foldback.core.rig.ReadyRigs;
import foldback.core.run.Run;
import foldback.engine.proxy.Proxies;
import foldback.engine.proxy.SmallPictures;
import foldback.engine.take.MeasuredFiles;
import foldback.engine.take.TakeClip;
import foldback.media.MediaException;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/**
 * How clips turned and how bright they were, frame by frame, read from small pictures: from the proxy where it is there, else
 * from the clip itself. Kept as files in a folder, named by content and lens; any may be deleted at any time and is made again.
 */
public final class PictureTracks {
    /** Raised whenever the same clip would give another file. */
    private static final int ALGORITHM = 1;

    private static final MeasuredFiles.Form<PictureTrack> FORM = new MeasuredFiles.Form<>() {
        @Override
        public void write(PictureTrack track, DataOutputStream out) throws IOException {
            out.writeInt(track.frames());
            out.writeDouble(track.noise());
            for (int i = 0; i < track.frames(); i++) {
                out.writeDouble(track.times()[i]);
                out.writeFloat(track.light()[i]);
                for (int axis = 0; axis < 3 && i + 1 < track.frames(); axis++) {
                    out.writeFloat(track.turns()[axis][i]);
                }
            }
        }

        @Override
        public PictureTrack read(DataInputStream in) throws IOException {
            int frames = in.readInt();
            double noise = in.readDouble();
            double[] times = new double[frames];
            float[] light = new float[frames];
            float[][] turns = new float[3][Math.max(0, frames - 1)];
            for (int i = 0; i < frames; i++) {
                times[i] = in.readDouble();
                light[i] = in.readFloat();
                for (int axis = 0; axis < 3 && i + 1 < frames; axis++) {
                    turns[axis][i] = in.readFloat();
                }
            }
            return new PictureTrack(times, turns, light, noise);
        }
    };

    private final MeasuredFiles<PictureTrack> files;
    private final Optional<Proxies> proxies;

    /** @param proxies empty where clips are read as they are */
    public PictureTracks(Path folder, Optional<Proxies> proxies) {
        files = new MeasuredFiles<>(folder, ".turns", FORM);
        this.proxies = proxies;
    }

    /**
     * What a clip's picture says.
     *
     * @param lens its lens as far as known; empty where nothing is known of it
     * @param run progress of the decoding; cancelling throws
     * @throws MediaException where it cannot be decoded or kept
     */
    public PictureTrack of(TakeClip clip, Optional<Lens> lens, Run run) {
        Lens small = small(clip, lens);
        return files.of(clip, small + " " + ALGORITHM, measuring -> measure(clip, small, measuring), run);
    }

    /** The lens for a small picture; where its description does not fit, one such as those that nothing is known of. */
    private static Lens small(TakeClip clip, Optional<Lens> lens) {
        int width = clip.video().width();
        int height = clip.video().height();
        int smallWidth = SmallPictures.width(width, height);
        int smallHeight = SmallPictures.height(width, height);
        if (lens.isPresent()) {
            try {
                return lens.get().scaledTo(smallWidth, smallHeight);
            } catch (IllegalArgumentException otherAspect) {
                // What turns is seen well enough through a lens that is only about right.
            }
        }
        return ReadyRigs.startFor(List.of(new ReadyRigs.Picture(smallWidth, smallHeight, Optional.empty())))
                .lenses()
                .get(0)
                .lens();
    }

    private PictureTrack measure(TakeClip clip, Lens small, Run run) {
        TurnMeter meter = new TurnMeter(small);
        PictureTrack.Builder track = new PictureTrack.Builder();
        SmallPictures.read(
                clip,
                proxies,
                small.frame().width(),
                small.frame().height(),
                (seconds, luma) -> track.add(seconds, meter, luma),
                run);
        return track.build();
    }
}
