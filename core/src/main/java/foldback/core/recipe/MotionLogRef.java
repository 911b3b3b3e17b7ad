package foldback.core.recipe;

import foldback.core.motion.log.LogColumns;
import java.util.Optional;

/**
 * A motion log as a recipe knows it.
 *
 * @param file its path: below the media folder, or below a footage folder whose name comes first; may be that of a clip which has it inside
 * @param sha256 what is in it, hexadecimal
 * @param columns of a table whose header does not say them
 * @param nearSeconds take time near which it begins, where somebody said it; else it is looked for
 */
public record MotionLogRef(String file, String sha256, Optional<LogColumns> columns, Optional<Double> nearSeconds) {

    public MotionLogRef {
        if (!sha256.matches("[0-9a-f]{64}")) {
            throw new IllegalArgumentException("'sha256' must be 64 hexadecimal digits: '" + sha256 + "'");
        }
    }
}
