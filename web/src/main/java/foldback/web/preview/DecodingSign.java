package foldback.web.preview;

import foldback.media.library.Library;
import foldback.web.FoldbackProperties;
import foldback.web.Role;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.annotation.Profile;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Writes down, for the one who started the pages, how they decode: where the platform has no library for it, looking is slower. */
@Component
@Profile(Role.PAGES)
class DecodingSign {
    private static final Logger LOG = LoggerFactory.getLogger(DecodingSign.class);
    private final Path sign;

    DecodingSign(FoldbackProperties properties) {
        this.sign = properties.home().toAbsolutePath().resolve("run").resolve("decoding");
    }

    @EventListener(ApplicationReadyEvent.class)
    void write() {
        String how = Library.missing()
                .map(why -> "by FFmpeg's program, which makes looking slower (" + why + ")")
                .orElse("in the process");
        try {
            Files.createDirectories(sign.getParent());
            Files.writeString(sign, how + "\n");
        } catch (IOException unwritten) {
            LOG.warn("how frames are decoded could not be written down: {}", unwritten.getMessage());
        }
    }
}
