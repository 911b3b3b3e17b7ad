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
import java.util.Arrays;
import java.util.UUID;

/**
 * A work folder held by one process, so that no two ever write its pieces: not even where the database was away and took one
 * that works for dead. The system lets go of it when the process ends, however it ends.
 */
final class WorkLock implements AutoCloseable {
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
            byte[] mark = UUID.randomUUID().toString().getBytes(java.nio.charset.StandardCharsets.US_ASCII);
            // Who held it before deletes the folder at the end: what is locked then is a file that nobody can find any
            // more.
            if (lock != null && channel.write(ByteBuffer.wrap(mark), 0) > 0 && isReadAs(mark, file)) {
                return new WorkLock(channel, lock);
            }
        } catch (OverlappingFileLockException heldHere) {
            // The same process is at it.
        }
        channel.close();
        throw new BusyException();
    }

    private static boolean isReadAs(byte[] mark, Path file) throws IOException {
        try {
            return Arrays.equals(Files.readAllBytes(file), mark);
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
