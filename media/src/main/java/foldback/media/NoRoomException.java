package foldback.media;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;

/** A disk has no room for what is to be written: the same work succeeds once there is some. */
public final class NoRoomException extends MediaException {
    private static final long serialVersionUID = 1;
    /** How the system, and FFmpeg in its words, say that a disk, a quota or a limit is used up. */
    private static final List<String> WORDS = List.of("No space left", "Disk quota exceeded", "File too large");

    public NoRoomException(Path file, Throwable cause) {
        super(
                file,
                "The disk is full: " + file.getFileName()
                        + " could not be written. Make room and start it again; finished parts are kept.",
                cause);
    }

    /** Whether an error output tells of it. */
    public static boolean isSaidIn(String errors) {
        return WORDS.stream().anyMatch(errors::contains);
    }

    /** Whether a failure of our own writing tells of it. */
    public static boolean isCauseOf(IOException failure) {
        return failure.getMessage() != null && isSaidIn(failure.getMessage());
    }
}
