package foldback.media;

import java.nio.file.Path;

/** A file that cannot be read or written; the message says what happened, to which file, and what can be done. */
public class MediaException extends RuntimeException {
    private static final long serialVersionUID = 1;
    private final transient Path file;

    public MediaException(Path file, String message) {
        super(message);
        this.file = file;
    }

    public MediaException(Path file, String message, Throwable cause) {
        super(message, cause);
        this.file = file;
    }

    public Path file() {
        return file;
    }
}
