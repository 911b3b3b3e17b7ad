package foldback.engine.steady;

import foldback.core.lens.Lens;
import foldback.core.motion.RotationTrack;
import foldback.core.motion.TurnTracker;
import foldback.core.run.Run;
import foldback.core.space.Rotation;
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
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * How lenses turned over their clips, from small pictures. Kept as files in a folder, named by content and lens; any may be deleted at any time
 * and is measured again.
 */
public final class LensTracks {
    /** Raised whenever the same clip would give another track. */
    public static final int ALGORITHM = 1;

    /** Of a lens's picture, the longer side, pixels: turns come out to some hundredths of one. */
    private static final int SIDE = 240;

    private final Path folder;
    private final Optional<Proxies> proxies;

    /** @param proxies empty where clips are read as they are */
    public LensTracks(Path folder, Optional<Proxies> proxies) {
        this.folder = folder;
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
        Lens small = small(lens);
        Path file = folder.resolve(
                ContentHash.ofText(clip.ref().sha256() + " " + clip.ref().area() + " " + small + " " + ALGORITHM)
                        + ".track");
        try {
            if (!Files.isRegularFile(file)) {
                keep(measure(clip, small, run), file);
            }
            return read(file);
        } catch (IOException failed) {
            throw new MediaException(
                    clip.file(),
                    "How " + clip.ref().file() + " was shaken could not be kept: " + failed.getMessage()
                            + ". Make room on the disk and try again.",
                    failed);
        }
    }

    private static Lens small(Lens lens) {
        int width = lens.frame().width();
        int height = lens.frame().height();
        double scale = Math.min(1, (double) SIDE / Math.max(width, height));
        return lens.scaledTo(
                4 * (int) Math.max(4, Math.round(width * scale / 4)),
                4 * (int) Math.max(4, Math.round(height * scale / 4)));
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

    private void keep(LensTrack track, Path file) throws IOException {
        Files.createDirectories(folder);
        Path part = Files.createTempFile(folder, "new", ".part");
        try {
            try (DataOutputStream out =
                    new DataOutputStream(new BufferedOutputStream(Files.newOutputStream(part), 1 << 16))) {
                out.writeInt(track.turns.size());
                out.writeInt(track.untold);
                for (int i = 0; i < track.turns.size(); i++) {
                    Rotation turn = track.turns.rotation(i);
                    out.writeDouble(track.turns.time(i));
                    out.writeDouble(turn.w());
                    out.writeDouble(turn.x());
                    out.writeDouble(turn.y());
                    out.writeDouble(turn.z());
                }
            }
            Files.move(part, file, StandardCopyOption.ATOMIC_MOVE);
        } finally {
            Files.deleteIfExists(part);
        }
    }

    private static LensTrack read(Path file) throws IOException {
        try (DataInputStream in = new DataInputStream(new BufferedInputStream(Files.newInputStream(file), 1 << 16))) {
            int frames = in.readInt();
            int untold = in.readInt();
            double[] times = new double[frames];
            Rotation[] turns = new Rotation[frames];
            for (int i = 0; i < frames; i++) {
                times[i] = in.readDouble();
                turns[i] = new Rotation(in.readDouble(), in.readDouble(), in.readDouble(), in.readDouble());
            }
            return new LensTrack(new RotationTrack(times, turns), untold);
        }
    }
}
