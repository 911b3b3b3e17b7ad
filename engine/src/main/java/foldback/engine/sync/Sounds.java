package foldback.engine.sync;

import foldback.core.run.Run;
import foldback.core.sound.SoundTrack;
import foldback.engine.take.Sounding;
import foldback.engine.take.TakeClip;
import foldback.media.ContentHash;
import foldback.media.MediaException;
import foldback.media.ffmpeg.MediaProbe;
import foldback.media.sound.SoundReader;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.Optional;
import java.util.function.DoubleSupplier;

/**
 * The sound of clips, one channel, as files in a folder named by the clips' contents: decoded once, then read at once. Any may
 * be deleted at any time and is made again.
 */
public final class Sounds {
    /** Samples per second: enough for the voice's and a clap's whole band, a third of what is recorded. */
    public static final int RATE = 16000;

    /** Raised whenever the same clip would give another file. */
    private static final int ALGORITHM = 1;

    private final Path folder;

    public Sounds(Path folder) {
        this.folder = folder;
    }

    /** A clip's sound, as {@link #of(Sounding, Run)}; empty where it has none. */
    public Optional<SoundTrack> of(TakeClip clip, Run run) {
        return clip.sounding().map(sounding -> of(sounding, clip.index()::duration, run));
    }

    /**
     * A file's sound.
     *
     * @param run progress of the decoding; cancelling throws
     * @throws MediaException where it cannot be decoded or kept
     */
    public SoundTrack of(Sounding sounding, Run run) {
        return of(sounding, () -> MediaProbe.probe(sounding.file()).durationSeconds(), run);
    }

    /** @param seconds about how long it is: asked for only where it has to be decoded */
    private SoundTrack of(Sounding sounding, DoubleSupplier seconds, Run run) {
        double start = sounding.startSeconds();
        Path file = folder.resolve(ContentHash.ofText(sounding.sha256() + " " + RATE + " " + ALGORITHM) + ".s16");
        if (!Files.isRegularFile(file)) {
            decode(sounding, seconds.getAsDouble(), file, run);
        }
        // The first sample lies at a whole sample of the file's time, the first frame need not.
        double first = Math.round(start * RATE) / (double) RATE - start;
        return new SoundTrack(read(file), RATE, first);
    }

    private void decode(Sounding sounding, double seconds, Path file, Run run) {
        Path part = null;
        try {
            Files.createDirectories(folder);
            part = Files.createTempFile(folder, "new", ".part");
            try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(part), 1 << 18)) {
                SoundReader.read(sounding.file(), sounding.startSeconds(), RATE, seconds, out, run);
            }
            Files.move(part, file, StandardCopyOption.ATOMIC_MOVE);
        } catch (IOException failed) {
            throw new MediaException(
                    sounding.file(),
                    "The sound of " + sounding.name() + " could not be kept: " + failed.getMessage()
                            + ". Make room on the disk and try again.",
                    failed);
        } finally {
            if (part != null) {
                part.toFile().delete();
            }
        }
    }

    private static short[] read(Path file) {
        try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ)) {
            short[] samples = new short[(int) (channel.size() / 2)];
            channel.map(FileChannel.MapMode.READ_ONLY, 0, channel.size())
                    .order(ByteOrder.LITTLE_ENDIAN)
                    .asShortBuffer()
                    .get(samples);
            return samples;
        } catch (IOException failed) {
            throw new MediaException(file, "A kept sound cannot be read: " + failed.getMessage(), failed);
        }
    }
}
