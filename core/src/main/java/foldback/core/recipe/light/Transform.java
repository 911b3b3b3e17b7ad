package foldback.core.recipe.light;

import java.util.Optional;

/**
 * How colours of the footage become those that are shown, and delivered where that is asked for.
 *
 * @param cube a .cube file; none for the footage's curve as screens show it
 */
public record Transform(Optional<CubeFile> cube) {
    /** From the footage's curve to the one that screens show. */
    public static final Transform SHOWN = new Transform(Optional.empty());

    /**
     * A .cube file as a recipe knows it.
     *
     * @param file its path, as a clip's
     * @param sha256 what is in it, hexadecimal
     */
    public record CubeFile(String file, String sha256) {
        public CubeFile {
            if (!sha256.matches("[0-9a-f]{64}")) {
                throw new IllegalArgumentException("'sha256' must be 64 hexadecimal digits: '" + sha256 + "'");
            }
        }
    }
}
