package foldback.media.ffmpeg;

import java.nio.file.Path;

/** The hash of a file's coded video stream, which container, tags and sound do not change. */
public final class StreamHash {
    private StreamHash() {}

    /** SHA-256 of the packets of the first video stream, in hexadecimal. */
    public static String ofVideo(Path file) {
        String said = MediaProbe.ask(
                file,
                Arguments.ffmpeg()
                        .guardedInput(file)
                        .add("-map", "0:v:0", "-c", "copy", "-f", "hash", "-hash", "sha256", "pipe:1"));
        return said.strip().substring(said.indexOf('=') + 1);
    }
}
