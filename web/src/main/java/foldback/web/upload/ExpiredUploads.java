package foldback.web.upload;

import foldback.web.FoldbackProperties;
import foldback.web.Repeated;
import foldback.web.Role;
import java.io.IOException;
import java.nio.file.Files;
import java.time.Duration;
import me.desair.tus.server.TusFileUploadService;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.annotation.Profile;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Removes uploads that nobody went on with for {@link UploadSettings#KEPT}. */
@Component
@Profile(Role.PAGES)
class ExpiredUploads implements DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(ExpiredUploads.class);
    private final TusFileUploadService tus;
    private final FoldbackProperties properties;
    private Repeated repeated;

    ExpiredUploads(TusFileUploadService tus, FoldbackProperties properties) {
        this.properties = properties;
        this.tus = tus;
    }

    @EventListener(ApplicationReadyEvent.class)
    void start() {
        repeated = Repeated.every(Duration.ofHours(1), "expired-uploads", this::remove);
    }

    void remove() {
        try {
            if (Files.isDirectory(properties.uploading().resolve("locks"))) {
                tus.cleanup();
            }
        } catch (IOException | RuntimeException failed) {
            LOG.warn("uploads that expired could not be removed: {}", failed.getMessage());
        }
    }

    @Override
    public void destroy() {
        if (repeated != null) {
            repeated.close();
        }
    }
}
