package foldback.web;

import foldback.media.process.Children;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.awaitility.Awaitility;

/**
 * A worker process for as long as a block lasts.
 *
 * @param after what is done at the end of the block
 */
record Worker(Process process, Consumer<Worker> after) implements AutoCloseable {

    /** One that ends. */
    Worker(Process process) {
        this(process, Worker::end);
    }

    /** Halts it, and returns when it stands: on a busy machine its threads run on for a while after the signal. */
    void halt() {
        signal("STOP");
        Awaitility.await().atMost(Patience.LONG).until(this::everyThreadStands);
    }

    void resume() {
        signal("CONT");
    }

    private void signal(String name) {
        try {
            Children.run(List.of("kill", "-" + name, Long.toString(process.pid())));
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        } catch (InterruptedException interrupted) {
            Thread.currentThread().interrupt();
        }
    }

    private boolean everyThreadStands() throws IOException {
        if (!process.isAlive()) {
            return true;
        }
        try (Stream<Path> threads = Files.list(Path.of("/proc", Long.toString(process.pid()), "task"))) {
            return threads.allMatch(Worker::stands);
        }
    }

    /** The state of a thread is the first letter behind its name, which stands in brackets; one that ended meanwhile stands, too. */
    private static boolean stands(Path thread) {
        try {
            String stat = Files.readString(thread.resolve("stat"));
            return "TZX".indexOf(stat.charAt(stat.lastIndexOf(')') + 2)) >= 0;
        } catch (IOException ended) {
            return true;
        }
    }

    @Override
    public void close() {
        after.accept(this);
    }

    private void end() {
        resume();
        process.destroy();
        process.onExit().join();
    }
}
