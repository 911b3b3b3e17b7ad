package foldback.engine.seam;

import com.github.benmanes.caffeine.cache.Cache;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.Seams;
import foldback.core.rig.Rig;
import foldback.core.seam.SeamMoves;
import foldback.core.seam.SeamStrip;
import foldback.core.seam.guard.GuardedSeams;
import foldback.engine.cache.Caches;
import java.util.List;
import java.util.Optional;

/** The seams of takes that go round guards. */
final class TakeGuards {
    private static final int MOST_KEPT = 16;
    /** Found once for a rig, since guards are dragged. */
    private static final Cache<Key, List<SeamStrip>> STRIPS =
            Caches.builder().maximumSize(MOST_KEPT).build();

    private record Key(Rig rig, double meetingMetres) {}

    private TakeGuards() {}

    /** Those of a recipe's lenses that are on; empty where it has no guards, or no seams. */
    static Optional<GuardedSeams> of(Recipe recipe) {
        return of(recipe, SeamMoves.NONE);
    }

    /**
     * The same that take ways of their own.
     *
     * @param elsewhere of the {@link #strips}
     */
    static Optional<GuardedSeams> of(Recipe recipe, SeamMoves elsewhere) {
        Seams seams = recipe.seams();
        Rig rig = recipe.geometry().rigOn();
        if (seams.guards().isEmpty() || rig.lenses().size() < 2) {
            return Optional.empty();
        }
        return Optional.of(new GuardedSeams(rig, strips(recipe), seams.guards(), seams.feather(), elsewhere));
    }

    /** The overlaps of a recipe's lenses that are on, as moved seams have them. */
    static List<SeamStrip> strips(Recipe recipe) {
        return STRIPS.get(
                new Key(recipe.geometry().rigOn(), recipe.seams().meetingMetres()),
                key -> GuardedSeams.stripsOf(key.rig, key.meetingMetres));
    }
}
