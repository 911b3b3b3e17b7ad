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
 * @param area where the lens's picture is in a file that holds several; empty where it is the whole
 */
public record ClipRef(String slot, String file, String sha256, double offsetSeconds, Optional<Area> area) {

    public ClipRef {
        if (!sha256.matches("[0-9a-f]{64}")) {
            throw new IllegalArgumentException("'sha256' must be 64 hexadecimal digits: '" + sha256 + "'");
        }
        if (!Double.isFinite(offsetSeconds)) {
            throw new IllegalArgumentException("'offsetSeconds' must be finite: " + offsetSeconds);
        }
    }

    /** A clip that is one lens's picture as a whole. */
    public ClipRef(String slot, String file, String sha256, double offsetSeconds) {
        this(slot, file, sha256, offsetSeconds, Optional.empty());
    }

    public ClipRef withOffset(double seconds) {
        return new ClipRef(slot, file, sha256, seconds, area);
    }
}
