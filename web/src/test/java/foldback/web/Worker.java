package foldback.web;

import foldback.media.process.Children;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;

/** A worker process that ends with its block. */
record Worker(Process process) implements AutoCloseable {

    /** Sends it a signal by name. */
    void signal(String name) throws InterruptedException {
        try {
            Children.run(List.of("kill", "-" + name, Long.toString(process.pid())));
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
    }

    @Override
    public void close() throws InterruptedException {
        signal("CONT");
        process.destroy();
        process.waitFor();
    }
}
