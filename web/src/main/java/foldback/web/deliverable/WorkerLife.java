package foldback.web.deliverable;

import foldback.media.process.StepBack;
import foldback.web.FoldbackProperties;
import foldback.web.Repeated;
import foldback.web.Role;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.UUID;
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
 * The worker's signs of life: a file for the one who started it, and a row in the database for the pages. It starts at normal
 * priority and steps back only when it is there, never so far that these signs would stall.
 */
@Component
@Profile(Role.WORKER)
class WorkerLife implements DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(WorkerLife.class);
    private static final Duration EVERY = Duration.ofSeconds(3);
    private final Workers workers;
    private final Path sign;
    private final String name = UUID.randomUUID().toString();
    private Repeated repeated;

    WorkerLife(Workers workers, FoldbackProperties properties) {
        this.workers = workers;
        this.sign = properties.home().toAbsolutePath().resolve("run").resolve(properties.worker() + ".alive");
    }

    @EventListener(ApplicationReadyEvent.class)
    void start() {
        StepBack.session();
        repeated = Repeated.every(EVERY, "worker-life", this::beat);
    }

    private void beat() {
        try {
            Files.createDirectories(sign.getParent());
            Files.writeString(sign, name);
            workers.seen(name);
        } catch (IOException unwritten) {
            LOG.warn("the worker's sign of life could not be written: {}", unwritten.getMessage());
        } catch (DataAccessException | TransactionException away) {
            LOG.warn("the database does not answer; the worker goes on");
        }
    }

    @Override
    public void destroy() {
        if (repeated != null) {
            repeated.close();
        }
        try {
            workers.gone(name);
        } catch (DataAccessException | TransactionException away) {
            LOG.debug("the row of a worker that ended stays until it is old");
        }
    }
}
