package foldback.web.deliverable;

import foldback.core.run.Run;
import foldback.engine.render.RenderJob;
import foldback.web.FoldbackProperties;
import foldback.web.Repeated;
import foldback.web.Role;
import java.nio.file.Path;
import java.time.Duration;
import java.util.concurrent.CancellationException;
import java.util.function.BooleanSupplier;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.annotation.Profile;
import org.springframework.context.event.EventListener;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;

/**
 * Helps other workers with their renders while this one has none of its own. The one who leads a render tells how far it is and puts it
 * together; a helper that fails leaves its part to the one who leads.
 */
@Component
@Profile(Role.WORKER)
class RenderHelper implements DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(RenderHelper.class);
    private static final Duration EVERY = Duration.ofSeconds(2);
    private static final long LOOK_EVERY_NANOS = 500_000_000L;

    private final Deliverables deliverables;
    private final RenderTask own;
    private final FoldbackProperties properties;
    private Repeated repeated;
    private volatile boolean ending;

    RenderHelper(Deliverables deliverables, RenderTask own, FoldbackProperties properties) {
        this.deliverables = deliverables;
        this.own = own;
        this.properties = properties;
    }

    @EventListener(ApplicationReadyEvent.class)
    void start() {
        repeated = Repeated.every(EVERY, "render-helper", this::helpAll);
    }

    private void helpAll() {
        try {
            for (Long id : deliverables.working()) {
                if (!own.isBusy()) {
                    help(id);
                }
            }
        } catch (DataAccessException | TransactionException away) {
            LOG.debug("the database does not answer; nobody is helped");
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
        }
    }

    private void help(Long id) throws InterruptedException {
        Path work = properties.renders().resolve(Long.toString(id));
        try {
            RenderJob job = deliverables.job(id);
            RenderTask.renderer().help(job, work, new Run(share -> {}, isOver(id)));
        } catch (CancellationException stopped) {
            LOG.debug("deliverable {} needs no help any more", id);
        } catch (DataAccessException | TransactionException away) {
            throw away;
        } catch (RuntimeException failed) {
            LOG.warn("deliverable {} could not be helped: {}", id, failed.getMessage());
        }
    }

    /** Whether the help is to end: looked up now and then. */
    private BooleanSupplier isOver(Long id) {
        long[] looked = {System.nanoTime()};
        return () -> {
            long now = System.nanoTime();
            if (ending || own.isBusy()) {
                return true;
            }
            if (now - looked[0] < LOOK_EVERY_NANOS) {
                return false;
            }
            looked[0] = now;
            return !deliverables.isWorkedOn(id);
        };
    }

    @Override
    public void destroy() {
        ending = true;
        if (repeated != null) {
            repeated.close();
        }
    }
}
