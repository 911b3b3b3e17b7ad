package foldback.core.recipe.geometry;

import foldback.core.rig.Rig;
import java.util.Optional;

/**
 * A take's geometry.
 *
 * @param rig its lenses are those of the clips; stated for any picture size of the clips' aspect
 * @param source where its numbers come from, for people
 * @param measure what the last solve on this take said, if there was one; kept beside numbers set by hand afterwards
 * @param points content hash of the take's tie points, if it has some: they lie beside the recipe, since they are many
 */
public record Geometry(Rig rig, String source, Optional<RigMeasure> measure, Optional<String> points) {
    /** What {@link #source} says once numbers were set by hand. */
    public static final String BY_HAND = "set by hand";

    /** What {@link #source} says of a rig that was solved. */
    public static final String SOLVED = "solved on this take";

    /** A rig of which nothing was measured on this take. */
    public static Geometry of(Rig rig, String source) {
        return new Geometry(rig, source, Optional.empty(), Optional.empty());
    }

    public Geometry withPoints(String hash) {
        return new Geometry(rig, source, measure, Optional.of(hash));
    }

    /** Whether points were added or taken away since the rig was solved. */
    public boolean pointsAreNewer() {
        return measure.isPresent()
                && points.isPresent()
                && !points.get().equals(measure.get().points());
    }
}
