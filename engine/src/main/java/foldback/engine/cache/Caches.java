package foldback.engine.cache;

import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.concurrent.Executor;
import java.util.concurrent.Executors;

/**
 * Caches whose upkeep has a thread of its own. Upkeep waits for entries that are being made; on the pool that parallel loops share it would
 * hold the thread that those who make the entries wait for.
 */
public final class Caches {
    private static final Executor UPKEEP = Executors.newSingleThreadExecutor(task -> {
        Thread thread = new Thread(task, "cache-upkeep");
        thread.setDaemon(true);
        return thread;
    });

    private Caches() {}

    /** Where every cache of the product begins. */
    public static Caffeine<Object, Object> builder() {
        return Caffeine.newBuilder().executor(UPKEEP);
    }
}
