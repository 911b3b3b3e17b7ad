package foldback.core.run;

import java.util.Optional;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.CancellationException;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.function.Consumer;

/**
 * What is produced on a thread of its own, a little ahead of who takes it. Closing it ends the producer, wherever it is.
 *
 * @param <T> what is produced
 */
public final class Ahead<T> implements AutoCloseable {
    private final BlockingQueue<Entry<T>> entries;
    private final Thread thread;
    private boolean ended;

    /** One, or the end, for a reason where there is one. */
    private record Entry<T>(Optional<T> value, Optional<RuntimeException> failed) {}

    /** Makes one after the other. */
    @FunctionalInterface
    public interface Producer<T> {
        /**
         * Produces all.
         *
         * @param sink waits while enough was produced ahead
         * @param cancelled to be stepped now and then; it throws where this was closed
         */
        void produce(Consumer<T> sink, Run cancelled);
    }

    /**
     * Begins to produce.
     *
     * @param name of the thread
     * @param most that are made ahead
     */
    public Ahead(String name, int most, Producer<T> producer) {
        entries = new LinkedBlockingQueue<>(most);
        thread = new Thread(() -> run(producer), name);
        thread.setDaemon(true);
        thread.start();
    }

    private void run(Producer<T> producer) {
        Optional<RuntimeException> failed = Optional.empty();
        try {
            producer.produce(
                    value -> put(new Entry<>(Optional.of(value), Optional.empty())),
                    new Run(share -> {}, Thread.currentThread()::isInterrupted));
        } catch (RuntimeException reason) {
            failed = Optional.of(reason);
        }
        if (!Thread.currentThread().isInterrupted()) {
            put(new Entry<>(Optional.empty(), failed));
        }
    }

    private void put(Entry<T> entry) {
        try {
            entries.put(entry);
        } catch (InterruptedException closed) {
            Thread.currentThread().interrupt();
            throw new CancellationException("closed");
        }
    }

    /** The next one; empty behind the last. What the producer failed by is thrown here. */
    public Optional<T> next() {
        if (ended) {
            return Optional.empty();
        }
        try {
            Entry<T> entry = entries.take();
            ended = entry.value.isEmpty();
            if (entry.failed.isPresent()) {
                throw entry.failed.get();
            }
            return entry.value;
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            throw new CancellationException("stopped");
        }
    }

    /** Ends the producer, and returns when it has ended. */
    @Override
    public void close() {
        thread.interrupt();
        try {
            thread.join();
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
        }
    }
}
