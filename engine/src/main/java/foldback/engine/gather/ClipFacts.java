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

    /** The size of its picture in words, or what it lacks. */
    public String size() {
        return info.video().map(v -> v.width() + " x " + v.height()).orElse("no size");
    }

    /** Whether a picture of the same size comes from the same kind of recorder, as far as the tags say. */
    boolean sameKind(ClipFacts other) {
        String device = info.origin().device();
        String others = other.info.origin().device();
        boolean one = device.isEmpty() || others.isEmpty() || device.equals(others);
        return one && info.video().isPresent() && size().equals(other.size());
    }

    /** Whether its picture may hold two lenses: twice as long as wide, and not tagged as stitched. */
    public boolean mayHoldTwoLenses() {
        return info.video()
                .filter(v -> v.projection().isEmpty())
                .filter(v -> v.width() == 2 * v.height() || v.height() == 2 * v.width())
                .isPresent();
    }
}
