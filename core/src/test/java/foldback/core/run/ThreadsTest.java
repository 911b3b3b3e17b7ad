package foldback.core.run;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicIntegerArray;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

class ThreadsTest {
    private final ExecutorService executor = Executors.newFixedThreadPool(3);
    private final Threads threads = new Threads(executor, 3);

    @AfterEach
    void end() {
        executor.shutdownNow();
    }

    @Test
    void eachPartIsCarriedOutOnceByAWorkerOfItsThread() throws Exception {
        AtomicIntegerArray times = new AtomicIntegerArray(1000);
        AtomicInteger workers = new AtomicInteger();
        threads.share(times.length(), () -> {
            workers.incrementAndGet();
            return times::incrementAndGet;
        });
        for (int i = 0; i < times.length(); i++) {
            assertThat(times.get(i)).isEqualTo(1);
        }
        assertThat(workers).hasValue(3);
    }

    @Test
    void whatAPartFailsOfIsTold() {
        assertThatThrownBy(() -> threads.share(10, () -> part -> {
                    if (part == 7) {
                        throw new IllegalArgumentException("part 7");
                    }
                }))
                .isInstanceOf(IllegalStateException.class)
                .hasRootCauseMessage("part 7");
    }
}
