package foldback.web;

import java.time.Duration;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;

/** Work that is done again and again on a thread of its own, with a pause behind each time, until it is closed. */
public final class Repeated implements AutoCloseable {
    private final ScheduledExecutorService clock;

    private Repeated(ScheduledExecutorService clock) {
        this.clock = clock;
    }

    /**
     * Begins at once.
     *
     * @param name of the thread
     * @param work must not throw: it would not be done again
     */
    public static Repeated every(Duration pause, String name, Runnable work) {
        ScheduledExecutorService clock = Executors.newSingleThreadScheduledExecutor(task -> {
            Thread thread = new Thread(task, name);
            thread.setDaemon(true);
            return thread;
        });
        clock.scheduleWithFixedDelay(work, 0, pause.toMillis(), TimeUnit.MILLISECONDS);
        return new Repeated(clock);
    }

    @Override
    public void close() {
        clock.shutdownNow();
    }
}
