package foldback.engine.seam;

import com.github.benmanes.caffeine.cache.Cache;
import foldback.core.matte.MattePath;
import foldback.core.matte.Mattes;
import foldback.core.recipe.Recipe;
import foldback.core.rig.Rig;
import foldback.core.seam.StillArea;
import foldback.core.seam.guard.GuardedSeams;
import foldback.core.seam.guard.PaintedArea;
import foldback.engine.cache.Caches;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** What flow leaves as a lens shows it: where it is painted in or another one out, and what is guarded. */
final class StillAreas {
    private static final int MOST_KEPT = 8;
    /** Paint stays the same from frame to frame. */
    private static final Cache<Key, List<StillArea>> PAINTED =
            Caches.builder().maximumSize(MOST_KEPT).build();

    private record Key(Rig rig, double meetingMetres, Mattes mattes) {}

    private final Rig rig;
    private final double meetingMetres;
    private final MattePath mattes;
    private final Optional<GuardedSeams> guards;

    private StillAreas(Rig rig, double meetingMetres, MattePath mattes, Optional<GuardedSeams> guards) {
        this.rig = rig;
        this.meetingMetres = meetingMetres;
        this.mattes = mattes;
        this.guards = guards;
    }

    /** Those of a recipe's lenses that are on. */
    static StillAreas of(Recipe recipe) {
        Rig rig = recipe.geometry().rigOn();
        return new StillAreas(
                rig, recipe.seams().meetingMetres(), recipe.seams().mattes(rig), TakeGuards.of(recipe));
    }

    /** Those at a take time: the first one counts most. */
    List<StillArea> at(double seconds) {
        List<StillArea> areas = new ArrayList<>();
        Mattes painted = mattes.at(seconds);
        if (!painted.isNone()) {
            areas.addAll(PAINTED.get(
                    new Key(rig, meetingMetres, painted),
                    key -> PaintedArea.of(key.rig, key.meetingMetres, key.mattes)));
        }
        guards.ifPresent(seams -> areas.addAll(seams.areas(seconds)));
        return areas;
    }
}
