package foldback.engine.cache;

import static org.assertj.core.api.Assertions.assertThat;

import com.github.benmanes.caffeine.cache.Cache;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;

class CachesTest {
    /** It may wait for an entry that is being made, whose maker needs the pool that parallel loops share. */
    @Test
    void upkeepHasAThreadOfItsOwn() throws Exception {
        BlockingQueue<String> threads = new LinkedBlockingQueue<>();
        Cache<Integer, Integer> cache = Caches.builder()
                .maximumSize(1)
                .removalListener((key, value, cause) ->
                        threads.add(Thread.currentThread().getName()))
                .build();
        for (int n = 0; n < 50; n++) {
            cache.put(n, n);
        }
        assertThat(threads.poll(30, TimeUnit.SECONDS)).isEqualTo("cache-upkeep");
    }
}
