package foldback.media.sound;

import foldback.core.run.Run;
import foldback.media.MediaException;
import foldback.media.ffmpeg.Arguments;
import foldback.media.ffmpeg.MediaProbe;
import foldback.media.process.Child;
import foldback.media.process.Children;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Path;

/** Reads a clip's first sound stream as one channel of 16 bits. */
public final class SoundReader {
    private static final int BUFFER = 1 << 16;

    private SoundReader() {}

    /**
     * Writes a clip's sound as bare little-endian samples, the first one at the clip's first frame: edit lists and a coder's
     * delay are honoured, gaps are silent.
     *
     * @param videoStart where the clip's first frame lies in the file's time, seconds
     * @param seconds expected, for the progress
     * @throws MediaException where the sound cannot be decoded or {@code out} not be written
     */
    public static void read(Path clip, double videoStart, int rate, double seconds, OutputStream out, Run run) {
        Arguments arguments = Arguments.ffmpeg()
                .add("-copyts")
                .guardedInput(clip)
                .add(
                        "-map",
                        "0:a:0",
                        "-vn",
                        "-af",
                        Arguments.soundFrom(rate, videoStart),
                        "-ac",
                        "1",
                        "-f",
                        "s16le",
                        "pipe:1");
        try (Child child = Children.start(0, arguments.list())) {
            child.input().close();
            copy(child.output(), out, (long) (seconds * rate * 2), run);
            if (child.await() != 0) {
                throw new MediaException(
                        clip,
                        "The sound of " + MediaProbe.name(clip) + " cannot be decoded: "
                                + MediaProbe.lastLine(child.errors()) + ". Copy it again from the card.");
            }
        } catch (IOException failed) {
            throw new MediaException(
                    clip, "The sound of " + MediaProbe.name(clip) + " cannot be read: " + failed.getMessage(), failed);
        } catch (InterruptedException interrupted) {
            Thread.currentThread().interrupt();
            throw new MediaException(
                    clip, "Reading the sound of " + MediaProbe.name(clip) + " was interrupted.", interrupted);
        }
    }

    private static void copy(InputStream in, OutputStream out, long expected, Run run) throws IOException {
        byte[] buffer = new byte[BUFFER];
        long done = 0;
        for (int count = in.read(buffer); count >= 0; count = in.read(buffer)) {
            out.write(buffer, 0, count);
            done += count;
            run.step(Math.min(1, (double) done / Math.max(1, expected)));
        }
    }
}
