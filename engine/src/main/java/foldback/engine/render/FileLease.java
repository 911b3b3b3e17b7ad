package foldback.engine.render;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;

/** A file locked by one process, and by one holder in it. The system lets go of it when the process ends, however it ends. */
final class FileLease implements AutoCloseable {
    /** A process that opens a file once more and closes it lets go of its lock: what is held here is known without opening it. */
    private static final Set<Path> HELD_HERE = ConcurrentHashMap.newKeySet();

    private final Path file;
    private final FileChannel channel;

    private FileLease(Path file, FileChannel channel) {
        this.file = file;
        this.channel = channel;
    }

    /**
     * Locks a file, which is made where there is none; empty where somebody has it.
     *
     * @throws java.nio.file.NoSuchFileException where its folder is not there
     */
    static Optional<FileLease> take(Path path) throws IOException {
        Path file = path.toAbsolutePath();
        if (!HELD_HERE.add(file)) {
            return Optional.empty();
        }
        Optional<FileChannel> locked = Optional.empty();
        try {
            locked = lock(file);
        } finally {
            if (locked.isEmpty()) {
                HELD_HERE.remove(file);
            }
        }
        return locked.map(channel -> new FileLease(file, channel));
    }

    private static Optional<FileChannel> lock(Path file) throws IOException {
        FileChannel channel =
                FileChannel.open(file, StandardOpenOption.CREATE, StandardOpenOption.READ, StandardOpenOption.WRITE);
        FileLock lock = null;
        try {
            lock = channel.tryLock();
        } finally {
            if (lock == null) {
                channel.close();
            }
        }
        return lock == null ? Optional.empty() : Optional.of(channel);
    }

    FileChannel channel() {
        return channel;
    }

    @Override
    public void close() throws IOException {
        try {
            channel.close();
        } finally {
            HELD_HERE.remove(file);
        }
    }
}
