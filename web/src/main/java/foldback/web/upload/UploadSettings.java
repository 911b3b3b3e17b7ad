package foldback.web.upload;

import foldback.web.FoldbackProperties;
import foldback.web.Role;
import me.desair.tus.server.TusFileUploadService;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Profile;

/** The resumable uploads (tus protocol 1.0): parts are kept until the file is whole, over restarts too. */
@Configuration
@Profile(Role.PAGES)
class UploadSettings {

    @Bean
    TusFileUploadService tusService(FoldbackProperties properties) {
        return new TusFileUploadService()
                .withUploadUri("/api/projects/[0-9]+/uploads")
                .withStoragePath(properties.uploading().toString());
    }
}
