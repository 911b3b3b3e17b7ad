package foldback.web.upload;

import foldback.web.FoldbackProperties;
import foldback.web.Role;
import java.time.Duration;
import me.desair.tus.server.TusFileUploadService;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Profile;

/** The resumable uploads (tus protocol 1.0): parts are kept until the file is whole, over restarts too. */
@Configuration
@Profile(Role.PAGES)
class UploadSettings {

    /** How long an upload that nobody goes on with is kept. */
    static final Duration KEPT = Duration.ofDays(7);

    @Bean
    TusFileUploadService tusService(FoldbackProperties properties) {
        return new TusFileUploadService()
                .withUploadUri("/api/projects/[0-9]+/uploads")
                .withUploadExpirationPeriod(KEPT.toMillis())
                .withStoragePath(properties.uploading().toString());
    }
}
