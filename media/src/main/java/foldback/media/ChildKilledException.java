package foldback.media;

import java.nio.file.Path;

/** A program that was at work was ended from outside: the same work may well succeed when it is tried again. */
public final class ChildKilledException extends MediaException {
    public ChildKilledException(Path file, String message, Throwable cause) {
        super(file, message, cause);
    }
}
