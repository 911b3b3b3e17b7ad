package foldback.core.run;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;

class AheadTest {
    @Test
    void allIsGivenInOrderAndThenNothing() {
        try (Ahead<Integer> ahead = new Ahead<>("numbers", 2, (sink, cancelled) -> {
            for (int i = 0; i < 5; i++) {
                sink.accept(i);
            }
        })) {
            for (int i = 0; i < 5; i++) {
                assertThat(ahead.next()).contains(i);
            }
            assertThat(ahead.next()).isEmpty();
            assertThat(ahead.next()).isEmpty();
        }
    }

    @Test
    void whatItFailedByIsThrownBehindWhatWasMadeBefore() {
        try (Ahead<String> ahead = new Ahead<>("failing", 3, (sink, cancelled) -> {
            sink.accept("one");
            throw new IllegalStateException("no more");
        })) {
            assertThat(ahead.next()).contains("one");
            assertThatThrownBy(ahead::next)
                    .isInstanceOf(IllegalStateException.class)
                    .hasMessage("no more");
        }
    }

    /** The producer waits for room; that nobody will make any more ends it. */
    @Test
    void closingEndsAProducerThatWaits() throws InterruptedException {
        AtomicInteger produced = new AtomicInteger();
        CountDownLatch ended = new CountDownLatch(1);
        Ahead<Integer> ahead = new Ahead<>("endless", 1, (sink, cancelled) -> {
            try {
                while (true) {
                    cancelled.check();
                    sink.accept(produced.incrementAndGet());
                }
            } finally {
                ended.countDown();
            }
        });
        assertThat(ahead.next()).contains(1);
        ahead.close();
        ended.await();
        // Two were taken or waited, a third was in hand.
        assertThat(produced.get()).isLessThanOrEqualTo(3);
    }
}
