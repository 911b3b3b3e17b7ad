package foldback.media.process;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.ThreadFactory;

/** Lets threads and sessions leave the processors to others; where the system does not allow it, nothing happens. */
public final class StepBack {
    /** Of 0 to 19: a quarter of a core beside a session that takes all it can get; a heartbeat never waits for long. */
    private static final int SESSION = 5;

    private StepBack() {}

    /** This process's session, which the system weighs against other sessions on its own. */
    public static void session() {
        try {
            Files.writeString(Path.of("/proc/self/autogroup"), Integer.toString(SESSION));
        } catch (IOException notAllowed) {
            // Sessions are weighed alike then.
        }
    }

    /** Threads that step back within their process as soon as they begin, so that others in it are never kept waiting. */
    public static ThreadFactory threads(String name, int niceness) {
        return task -> {
            Thread thread = new Thread(
                    () -> {
                        thread(niceness);
                        task.run();
                    },
                    name);
            thread.setDaemon(true);
            return thread;
        };
    }

    private static void thread(int niceness) {
        if (niceness == 0) {
            return;
        }
        try {
            // Linux keeps a niceness for each thread.
            String id = Files.readSymbolicLink(Path.of("/proc/thread-self"))
                    .getFileName()
                    .toString();
            Children.run(List.of("renice", "-n", Integer.toString(niceness), "-p", id));
        } catch (IOException notAllowed) {
            // It runs as the others do.
        } catch (InterruptedException interrupted) {
            Thread.currentThread().interrupt();
        }
    }
}
