package foldback.engine.render;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.ThreadLocalRandom;

/**
 * A work folder held by one process, so that no two ever write its pieces: not even where the database was away and took one
 * that works for dead. The system lets go of it when the process ends, however it ends.
 */
final class WorkLock implements AutoCloseable {
    private static final String NAME = "lock";
    private static final int MOST_SIZE = 1 << 15;
    private final FileLease lease;

    private WorkLock(FileLease lease) {
        this.lease = lease;
    }

    /**
     * Takes hold of a folder.
     *
     * @throws BusyException where somebody else holds it
     */
    static WorkLock take(Path folder) throws IOException {
        Path file = folder.resolve(NAME);
        Optional<FileLease> lease = FileLease.take(file);
        if (lease.isEmpty()) {
            throw new BusyException();
        }
        if (!isFoundUnderItsName(lease.get().channel(), file)) {
            lease.get().close();
            throw new BusyException();
        }
        return new WorkLock(lease.get());
    }

    /** Whether somebody holds a folder; false where there is none. */
    static boolean isHeld(Path folder) throws IOException {
        if (!Files.exists(folder.resolve(NAME))) {
            return false;
        }
        Optional<FileLease> lease = FileLease.take(folder.resolve(NAME));
        if (lease.isPresent()) {
            lease.get().close();
        }
        return lease.isEmpty();
    }

    /**
     * Who held it before deletes the folder at the end: what is locked then is a file that nobody can find any more. Told by a
     * size that no other file has; opening the file once more to look into it would let go of the lock.
     */
    private static boolean isFoundUnderItsName(FileChannel channel, Path file) throws IOException {
        int size = 1 + ThreadLocalRandom.current().nextInt(MOST_SIZE);
        channel.truncate(0);
        channel.write(ByteBuffer.allocate(1), size - 1);
        try {
            return Files.size(file) == size;
        } catch (NoSuchFileException gone) {
            return false;
        }
    }

    @Override
    public void close() throws IOException {
        lease.close();
    }
}
