package foldback.engine.render;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.concurrent.ThreadLocalRandom;

/**
 * A work folder held by one process, so that no two ever write its pieces: not even where the database was away and took one
 * that works for dead. The system lets go of it when the process ends, however it ends.
 */
final class WorkLock implements AutoCloseable {
    private static final int MOST_SIZE = 1 << 15;
    private final FileChannel channel;
    private final FileLock lock;

    private WorkLock(FileChannel channel, FileLock lock) {
        this.channel = channel;
        this.lock = lock;
    }

    /**
     * Takes hold of a folder.
     *
     * @throws BusyException where somebody else holds it
     */
    static WorkLock take(Path folder) throws IOException {
        Path file = folder.resolve("lock");
        FileChannel channel =
                FileChannel.open(file, StandardOpenOption.CREATE, StandardOpenOption.READ, StandardOpenOption.WRITE);
        try {
            FileLock lock = channel.tryLock();
            if (lock != null && isFoundUnderItsName(channel, file)) {
                return new WorkLock(channel, lock);
            }
        } catch (OverlappingFileLockException heldHere) {
            // The same process is at it.
        }
        channel.close();
        throw new BusyException();
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
        lock.close();
        channel.close();
    }
}
