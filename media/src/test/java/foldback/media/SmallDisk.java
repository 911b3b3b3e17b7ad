package foldback.media;

import foldback.media.process.Children;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Assumptions;

/** A real disk of a few megabytes that can be filled up, for tests; needs the right to mount one, as root has. */
public final class SmallDisk implements AutoCloseable {
    private static final int BLOCK = 4096;
    private final Path folder;

    private SmallDisk(Path folder) {
        this.folder = folder;
    }

    /** Mounts one on a folder, or skips the test where that is not allowed. */
    public static SmallDisk mount(Path folder, int kilobytes) throws IOException, InterruptedException {
        Files.createDirectories(folder);
        Children.Outcome outcome = Children.run(
                List.of("mount", "-t", "tmpfs", "-o", "size=" + kilobytes + "k", "tmpfs", folder.toString()));
        Assumptions.assumeTrue(outcome.code() == 0, () -> "no disk can be mounted here: " + outcome.errors());
        return new SmallDisk(folder);
    }

    public Path folder() {
        return folder;
    }

    /** Takes up room until so much is left, in a file of its own. */
    public void fillUpTo(int kilobytesLeft) throws IOException {
        makeRoom();
        long bytes = Files.getFileStore(folder).getUsableSpace() - 1024L * kilobytesLeft;
        try (OutputStream out = Files.newOutputStream(filler())) {
            byte[] block = new byte[BLOCK];
            for (long written = 0; written < bytes; written += BLOCK) {
                out.write(block);
            }
        }
    }

    /** Gives the room back. */
    public void makeRoom() throws IOException {
        Files.deleteIfExists(filler());
    }

    private Path filler() {
        return folder.resolve("filler");
    }

    @Override
    public void close() throws IOException {
        try {
            Children.run(List.of("umount", "-l", folder.toString()));
        } catch (InterruptedException interrupted) {
            Thread.currentThread().interrupt();
        }
    }
}
