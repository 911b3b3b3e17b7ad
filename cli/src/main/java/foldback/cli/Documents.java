package foldback.cli;

import foldback.media.MediaException;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;

/** The documents that commands are given. */
final class Documents {
    private Documents() {}

    static String text(Path file) {
        try {
            return Files.readString(file);
        } catch (IOException unreadable) {
            throw new MediaException(file, file + " cannot be read. Check the name.", unreadable);
        }
    }
}
