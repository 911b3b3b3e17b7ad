package foldback.web.preview;

import com.github.benmanes.caffeine.cache.Cache;
import foldback.core.run.Run;
import foldback.engine.cache.Caches;
import java.time.Duration;
import java.util.concurrent.atomic.AtomicLong;

/** Of what one pane of a page asks for while something is dragged, only the newest is worked on; others' are left alone. */
final class Newest {
    private static final int PANES = 1000;
    private static final Duration KEPT = Duration.ofMinutes(10);

    private final Cache<String, AtomicLong> counts =
            Caches.builder().maximumSize(PANES).expireAfterAccess(KEPT).build();

    /**
     * A run that ends what the same pane asked for before, and is cancelled by what it asks for next.
     *
     * @param asker a pane of a page, by a name that the page made up
     */
    Run begin(String asker) {
        AtomicLong count = counts.get(asker, key -> new AtomicLong());
        long mine = count.incrementAndGet();
        return new Run(share -> {}, () -> count.get() != mine);
    }
}
