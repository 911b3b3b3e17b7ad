package foldback.engine.take;

import java.nio.file.Path;
import java.util.OptionalLong;

/** Tells what is in files. */
@FunctionalInterface
public interface Contents {

    /**
     * The SHA-256 of a file's content, in hexadecimal.
     *
     * @throws foldback.media.MediaException where it cannot be read
     */
    String of(Path file);

    /** How long a file with some content is, where that is known: others need not be read to find it. */
    default OptionalLong sizeOf(String sha256) {
        return OptionalLong.empty();
    }
}
