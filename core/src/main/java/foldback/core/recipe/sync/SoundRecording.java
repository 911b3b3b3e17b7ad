package foldback.core.recipe.sync;

import foldback.core.run.Verdict;
import java.util.Optional;

/**
 * Sound that was recorded beside a take's lenses: take time = offset + its own time x (1 + drift x 1e-6).
 *
 * @param file its path, as clips have theirs
 * @param sha256 what is in it, hexadecimal
 * @param offsetSeconds take time of its beginning
 * @param driftPpm by how much its second is longer than the take's, parts per million
 * @param verdict of the measurement that placed it; empty where it was placed by hand, or lenses were moved since
 */
public record SoundRecording(
        String file, String sha256, double offsetSeconds, double driftPpm, Optional<Verdict> verdict) {
    public SoundRecording {
        if (!sha256.matches("[0-9a-f]{64}")) {
            throw new IllegalArgumentException("'sha256' must be 64 hexadecimal digits: '" + sha256 + "'");
        }
        if (!Double.isFinite(offsetSeconds) || !Double.isFinite(driftPpm)) {
            throw new IllegalArgumentException("A recording's place in time must be a number.");
        }
    }

    /** The same elsewhere, where nobody measured it. */
    public SoundRecording movedBy(double seconds) {
        return seconds == 0
                ? this
                : new SoundRecording(file, sha256, offsetSeconds + seconds, driftPpm, Optional.empty());
    }
}
