package foldback.media.process;

import foldback.media.ChildKilledException;
import foldback.media.NoRoomException;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;

/**
 * A running child process. Its error output is drained all the time, the end of it is kept for messages. Closing kills it
 * if it still runs.
 */
public final class Child implements AutoCloseable {
    private static final int KEPT_ERROR_BYTES = 8192;
    /** What Java adds to the number of the signal that ended a process. */
    public static final int SIGNALLED = 128;

    private static final int SIGXFSZ = 25;

    private final Process process;
    private final StringBuilder errors = new StringBuilder();
    private final Thread drain;

    private final Consumer<String> listener;
    private final Runnable ended;
    private final StringBuilder line = new StringBuilder();

    /**
     * @param listener is told each line of the error output, on a thread of its own
     * @param ended is run behind the last one
     */
    Child(Process process, Consumer<String> listener, Runnable ended) {
        this.process = process;
        this.listener = listener;
        this.ended = ended;
        this.drain = new Thread(this::drainErrors, "child-errors");
        drain.setDaemon(true);
        drain.start();
    }

    public InputStream output() {
        return process.getInputStream();
    }

    public OutputStream input() {
        return process.getOutputStream();
    }

    public long pid() {
        return process.pid();
    }

    public boolean isAlive() {
        return process.isAlive();
    }

    /** Waits for the end and returns the exit code; output must have been read, input closed. */
    public int await() throws InterruptedException {
        int code = process.waitFor();
        drain.join(2000);
        return code;
    }

    /** The end of what the child wrote to its error output, without line ends at either side. */
    public String errors() {
        synchronized (errors) {
            return errors.toString().strip();
        }
    }

    /**
     * Whether the child had no room to write: it said so, or the system ended it at a limit of file sizes. FFmpeg may end
     * with 0 all the same, where only the last part of a file could not be written.
     */
    public boolean ranOutOfRoom() {
        return NoRoomException.isSaidIn(errors()) || !process.isAlive() && process.exitValue() == SIGNALLED + SIGXFSZ;
    }

    /** Whether the process was ended by a signal other than that of a limit; waits a moment, for pipes break before the end. */
    public boolean wasKilled() {
        try {
            process.waitFor(2, TimeUnit.SECONDS);
        } catch (InterruptedException interrupted) {
            Thread.currentThread().interrupt();
        }
        return !process.isAlive() && process.exitValue() > SIGNALLED && process.exitValue() != SIGNALLED + SIGXFSZ;
    }

    /** @throws ChildKilledException where it was ended from outside */
    public void refuseIfKilled(Path file) {
        if (wasKilled()) {
            throw new ChildKilledException(
                    file,
                    "Working on " + file.getFileName()
                            + " stopped in the middle: ffmpeg was ended from outside. Try again.",
                    null);
        }
    }

    @Override
    public void close() {
        if (process.isAlive()) {
            process.destroyForcibly();
        }
        try {
            process.waitFor(5, TimeUnit.SECONDS);
            process.getInputStream().close();
        } catch (InterruptedException interrupted) {
            Thread.currentThread().interrupt();
        } catch (IOException alreadyClosed) {
            // Nothing is lost: the child is gone.
        }
        Children.ended(this);
    }

    private void drainErrors() {
        byte[] buffer = new byte[1024];
        try (InputStream stream = process.getErrorStream()) {
            for (int count = stream.read(buffer); count >= 0; count = stream.read(buffer)) {
                String said = new String(buffer, 0, count, StandardCharsets.UTF_8);
                tell(said);
                synchronized (errors) {
                    errors.append(said);
                    if (errors.length() > KEPT_ERROR_BYTES) {
                        errors.delete(0, errors.length() - KEPT_ERROR_BYTES);
                    }
                }
            }
        } catch (IOException closed) {
            // The child was killed; what it said until then is kept.
        } finally {
            ended.run();
        }
    }

    private void tell(String said) {
        for (int i = 0; i < said.length(); i++) {
            char letter = said.charAt(i);
            // Progress is often written over itself.
            if (letter == '\n' || letter == '\r') {
                listener.accept(line.toString());
                line.setLength(0);
            } else if (line.length() < KEPT_ERROR_BYTES) {
                line.append(letter);
            }
        }
    }
}
