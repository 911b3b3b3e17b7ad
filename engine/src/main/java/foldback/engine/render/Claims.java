package foldback.engine.render;

import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.Optional;

/** What the processes that share a job have claimed of it: locks on files in its work folder. */
final class Claims {
    private final Path folder;

    private Claims(Path folder) {
        this.folder = folder;
    }

    /**
     * The claims in a job's work folder.
     *
     * @throws NoSuchFileException where the folder is not there any more
     */
    static Claims in(Path work) throws IOException {
        Path folder = work.resolve("claims");
        try {
            Files.createDirectory(folder);
        } catch (FileAlreadyExistsException another) {
            // Whoever came first made it.
        }
        return new Claims(folder);
    }

    /** Claims a piece; empty where somebody has it, or the job is done and its folder gone. */
    Optional<FileLease> piece(int number) throws IOException {
        try {
            return FileLease.take(folder.resolve("claim-" + number));
        } catch (NoSuchFileException over) {
            return Optional.empty();
        }
    }

    /** Claims a place among those who help; empty where somebody has it. */
    Optional<FileLease> helper(int number) throws IOException {
        return FileLease.take(folder.resolve("helper-" + number));
    }

    /** Whether nobody has a piece. */
    boolean isFree(int number) throws IOException {
        Optional<FileLease> claim = piece(number);
        if (claim.isPresent()) {
            claim.get().close();
        }
        return claim.isPresent();
    }
}
