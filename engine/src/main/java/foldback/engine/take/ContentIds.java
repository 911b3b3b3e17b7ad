package foldback.engine.take;

import foldback.media.ContentHash;
import foldback.media.MediaException;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.stream.Stream;

/**
 * What is in files, by hashes that are kept in a folder: reading gigabytes again for each process and take would take minutes.
 * A kept hash holds as long as a file's size and time of change do; a file that was changed behind both is not noticed. Any
 * entry may be deleted at any time.
 */
public final class ContentIds implements Contents {
    private final Path folder;

    public ContentIds(Path folder) {
        this.folder = folder;
    }

    @Override
    public String of(Path file) {
        try {
            Path real = file.toRealPath();
            String state = Files.size(real) + " "
                    + Files.getLastModifiedTime(real).to(java.util.concurrent.TimeUnit.NANOSECONDS);
            Path entry = folder.resolve(ContentHash.ofText(real.toString()));
            return kept(entry, state).orElseGet(() -> hash(real, entry, state));
        } catch (IOException failed) {
            throw new MediaException(file, file.getFileName() + " cannot be read: " + failed.getMessage(), failed);
        }
    }

    @Override
    public OptionalLong sizeOf(String sha256) {
        try (Stream<Path> entries = Files.list(folder)) {
            return entries.map(ContentIds::lines)
                    .filter(lines -> lines.length == 2 && lines[1].equals(sha256))
                    .map(lines -> lines[0].split(" ")[0])
                    .filter(size -> size.matches("[0-9]+"))
                    .mapToLong(Long::parseLong)
                    .findFirst();
        } catch (IOException nothingKept) {
            return OptionalLong.empty();
        }
    }

    private static String[] lines(Path entry) {
        try {
            return Files.readString(entry).split("\n");
        } catch (IOException gone) {
            return new String[0];
        }
    }

    private static Optional<String> kept(Path entry, String state) {
        try {
            String[] lines = Files.readString(entry).split("\n");
            return lines.length == 2 && lines[0].equals(state) ? Optional.of(lines[1]) : Optional.empty();
        } catch (IOException notThere) {
            return Optional.empty();
        }
    }

    private String hash(Path file, Path entry, String state) {
        String hash = ContentHash.of(file);
        try {
            Files.createDirectories(folder);
            Path part = Files.createTempFile(folder, "new", ".part");
            Files.writeString(part, state + "\n" + hash);
            Files.move(part, entry, StandardCopyOption.ATOMIC_MOVE);
        } catch (IOException notKept) {
            // It is worked out again the next time.
        }
        return hash;
    }
}
