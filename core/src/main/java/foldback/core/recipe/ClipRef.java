package foldback.core.recipe;

import foldback.core.picture.Area;
import java.util.Optional;

/**
 * A clip as a recipe knows it.
 *
 * @param slot the lens it shows
 * @param file its path: below the media folder, or below a footage folder whose name comes first
 * @param sha256 what is in it, hexadecimal
 * @param offsetSeconds take time of its first shown frame
 * @param driftPpm by how much its second is longer than the take's, parts per million
 * @param area where the lens's picture is in a file that holds several; empty where it is the whole
 */
public record ClipRef(
        String slot, String file, String sha256, double offsetSeconds, double driftPpm, Optional<Area> area) {
    /** No clock of a recorder is so far off. */
    public static final double MOST_DRIFT = 1000;

    public ClipRef {
        if (!sha256.matches("[0-9a-f]{64}")) {
            throw new IllegalArgumentException("'sha256' must be 64 hexadecimal digits: '" + sha256 + "'");
        }
        if (!Double.isFinite(offsetSeconds)) {
            throw new IllegalArgumentException("'offsetSeconds' must be finite: " + offsetSeconds);
        }
        if (!(Math.abs(driftPpm) <= MOST_DRIFT)) {
            throw new IllegalArgumentException("'drift_ppm' must lie within 1000 either way: " + driftPpm);
        }
    }

    /** A clip that is one lens's picture as a whole and whose clock is the take's. */
    public ClipRef(String slot, String file, String sha256, double offsetSeconds) {
        this(slot, file, sha256, offsetSeconds, 0, Optional.empty());
    }

    public ClipRef withSlot(String other) {
        return new ClipRef(other, file, sha256, offsetSeconds, driftPpm, area);
    }

    public ClipRef withOffset(double seconds) {
        return withPlace(seconds, driftPpm);
    }

    /** The same clip elsewhere in the take, with another clock. */
    public ClipRef withPlace(double seconds, double ppm) {
        return new ClipRef(slot, file, sha256, seconds, ppm, area);
    }

    /** Seconds after the clip's first frame, by its own clock, at a take time. */
    public double clipTime(double takeSeconds) {
        return (takeSeconds - offsetSeconds) / secondInTake();
    }

    /** The take time at seconds after the clip's first frame. */
    public double takeTime(double clipSeconds) {
        return offsetSeconds + clipSeconds * secondInTake();
    }

    /** How long the clip's second is in take time. */
    public double secondInTake() {
        return 1 + driftPpm * 1e-6;
    }
}
