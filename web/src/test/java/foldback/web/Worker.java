package foldback.web;

import foldback.media.process.Children;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;

/**
 * A worker process that ends, or is halted, with its block.
 *
 * @param halts whether it is only halted, to go on in another block
 */
record Worker(Process process, boolean halts) implements AutoCloseable {

    /** One that ends. */
    Worker(Process process) {
        this(process, false);
    }

    /** One that goes on now, and is halted at the end of the block: starting one takes ten seconds. */
    static Worker halting(Process process) {
        Worker worker = new Worker(process, true);
        worker.signal("CONT");
        return worker;
    }

    /** Sends it a signal by name. */
    void signal(String name) {
        try {
            Children.run(List.of("kill", "-" + name, Long.toString(process.pid())));
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        } catch (InterruptedException interrupted) {
            Thread.currentThread().interrupt();
        }
    }

    @Override
    public void close() {
        if (halts) {
            signal("STOP");
            return;
        }
        signal("CONT");
        process.destroy();
        process.onExit().join();
    }
}
