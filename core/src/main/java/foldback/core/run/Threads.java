package foldback.core.run;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.IntConsumer;
import java.util.function.Supplier;

/**
 * Threads to share work among.
 *
 * @param count tasks at a time
 */
public record Threads(ExecutorService executor, int count) {

    /**
     * Carries out parts that do not depend on each other, and returns when all are done.
     *
     * @param parts numbered from 0
     * @param worker gives what carries a part out; one for each thread, so that it may own buffers
     */
    public void share(int parts, Supplier<IntConsumer> worker) throws InterruptedException {
        AtomicInteger next = new AtomicInteger();
        List<Future<?>> tasks = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            IntConsumer one = worker.get();
            tasks.add(executor.submit(() -> {
                for (int part = next.getAndIncrement(); part < parts; part = next.getAndIncrement()) {
                    one.accept(part);
                }
            }));
        }
        for (Future<?> task : tasks) {
            try {
                task.get();
            } catch (ExecutionException failed) {
                throw new IllegalStateException("a part of the work failed", failed.getCause());
            }
        }
    }
}
