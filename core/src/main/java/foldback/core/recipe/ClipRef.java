package foldback.core.recipe;

/**
 * A clip as a recipe knows it.
 *
 * @param slot the lens it shows
 * @param file its path, relative to the media folder
 * @param sha256 what is in it, hexadecimal
 * @param offsetSeconds take time of its first shown frame
 */
public record ClipRef(String slot, String file, String sha256, double offsetSeconds) {

    public ClipRef {
        if (!sha256.matches("[0-9a-f]{64}")) {
            throw new IllegalArgumentException("'sha256' must be 64 hexadecimal digits: '" + sha256 + "'");
        }
        if (!Double.isFinite(offsetSeconds)) {
            throw new IllegalArgumentException("'offsetSeconds' must be finite: " + offsetSeconds);
        }
    }
}
