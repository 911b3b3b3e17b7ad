package foldback.media.library;

import java.util.Optional;
import org.bytedeco.ffmpeg.global.avutil;

/** Whether libavcodec can be used in this process; looked up once. */
public final class Library {
    private static final Optional<String> MISSING = load();

    private Library() {}

    private static Optional<String> load() {
        try {
            // Streams of our own are not talked about; what is wrong with one is told by its decoder.
            avutil.av_log_set_level(avutil.AV_LOG_QUIET);
            return Optional.empty();
        } catch (LinkageError | RuntimeException unusable) {
            return Optional.of(String.valueOf(unusable.getMessage()));
        }
    }

    public static boolean isThere() {
        return MISSING.isEmpty();
    }

    /** Why it cannot be used. */
    public static Optional<String> missing() {
        return MISSING;
    }
}
