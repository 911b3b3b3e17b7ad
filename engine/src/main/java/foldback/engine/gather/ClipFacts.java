package foldback.engine.gather;

import foldback.core.time.TimeSpan;
import foldback.media.ffmpeg.MediaInfo;
import java.time.Instant;
import java.util.Optional;

/**
 * A clip that belongs to no take yet.
 *
 * @param file as recipes name it: folders and name with slashes
 */
public record ClipFacts(String file, MediaInfo info) {

    /** The name without its folders. */
    public String name() {
        return file.substring(file.lastIndexOf('/') + 1);
    }

    /** The folders without the name, or empty. */
    public String folder() {
        return file.substring(0, Math.max(0, file.lastIndexOf('/')));
    }

    public double seconds() {
        return info.durationSeconds();
    }

    /** When it was recorded, seconds since 1970 by the recorder's clock. */
    public Optional<TimeSpan> recorded() {
        return info.origin().startedAt().map(this::from);
    }

    private TimeSpan from(Instant start) {
        double from = start.toEpochMilli() / 1000.0;
        return new TimeSpan(from, from + seconds());
    }

    /** Whether its picture may hold two lenses: twice as long as wide, and not tagged as stitched. */
    public boolean mayHoldTwoLenses() {
        return info.video()
                .filter(v -> v.projection().isEmpty())
                .filter(v -> v.width() == 2 * v.height() || v.height() == 2 * v.width())
                .isPresent();
    }
}
