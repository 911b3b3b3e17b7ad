package foldback.web.bin;

import foldback.web.Repeated;
import foldback.web.Role;
import java.time.Duration;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.annotation.Profile;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Empties the bin of what was deleted longer ago than {@link Bin#KEPT}. */
@Component
@Profile(Role.PAGES)
class BinPurge implements DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(BinPurge.class);
    private final Bin bin;
    private Repeated repeated;

    BinPurge(Bin bin) {
        this.bin = bin;
    }

    @EventListener(ApplicationReadyEvent.class)
    void start() {
        repeated = Repeated.every(Duration.ofHours(6), "bin", this::purge);
    }

    private void purge() {
        try {
            bin.purge();
        } catch (RuntimeException failed) {
            LOG.warn("what was deleted long ago could not be removed: {}", failed.getMessage());
        }
    }

    @Override
    public void destroy() {
        if (repeated != null) {
            repeated.close();
        }
    }
}
