package foldback.engine.sync;

import foldback.core.lens.Lens;
import foldback.core.motion.PictureTrack;
import foldback.core.motion.TurnMeter;
import foldback.core.rig.ReadyRigs;
import foldback.core.run.Run;
import foldback.engine.proxy.Proxies;
import foldback.engine.proxy.SmallPictures;
import foldback.engine.take.TakeClip;
import foldback.media.ContentHash;
import foldback.media.MediaException;
import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.List;
import java.util.Optional;

/**
 * How clips turned and how bright they were, frame by frame, read from small pictures: from the proxy where it is there, else
 * from the clip itself. Kept as files in a folder, named by content and lens; any may be deleted at any time and is made again.
 */
public final class PictureTracks {
    /** Of a lens's picture, the longer side, pixels: turns come out to a fiftieth of a pixel. */
    private static final int SIDE = 240;

    /** Raised whenever the same clip would give another file. */
    private static final int ALGORITHM = 1;

    private final Path folder;
    private final Optional<Proxies> proxies;

    /** @param proxies empty where clips are read as they are */
    public PictureTracks(Path folder, Optional<Proxies> proxies) {
        this.folder = folder;
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
        Path file = folder.resolve(
                ContentHash.ofText(clip.ref().sha256() + " " + clip.ref().area() + " " + small + " " + ALGORITHM)
                        + ".turns");
        try {
            if (!Files.isRegularFile(file)) {
                keep(measure(clip, small, run), file);
            }
            return read(file);
        } catch (IOException failed) {
            throw new MediaException(
                    clip.file(),
                    "What the picture of " + clip.ref().file() + " says could not be kept: " + failed.getMessage()
                            + ". Make room on the disk and try again.",
                    failed);
        }
    }

    /** The lens for a small picture; where its description does not fit, one such as those that nothing is known of. */
    private static Lens small(TakeClip clip, Optional<Lens> lens) {
        int width = clip.video().width();
        int height = clip.video().height();
        double scale = Math.min(1, (double) SIDE / Math.max(width, height));
        int smallWidth = 4 * (int) Math.max(4, Math.round(width * scale / 4));
        int smallHeight = 4 * (int) Math.max(4, Math.round(height * scale / 4));
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

    private void keep(PictureTrack track, Path file) throws IOException {
        Files.createDirectories(folder);
        Path part = Files.createTempFile(folder, "new", ".part");
        try {
            try (DataOutputStream out =
                    new DataOutputStream(new BufferedOutputStream(Files.newOutputStream(part), 1 << 16))) {
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
            Files.move(part, file, StandardCopyOption.ATOMIC_MOVE);
        } finally {
            part.toFile().delete();
        }
    }

    private static PictureTrack read(Path file) throws IOException {
        try (DataInputStream in = new DataInputStream(new BufferedInputStream(Files.newInputStream(file), 1 << 16))) {
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
    }
}
