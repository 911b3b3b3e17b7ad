package foldback.web.rig;

import foldback.core.match.TiePoints;
import foldback.core.recipe.Recipe;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.engine.document.PointsJson;
import foldback.engine.rig.TiePointStore;
import foldback.media.ContentHash;
import foldback.web.page.NotFoundException;
import java.time.Clock;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The tie points of takes. */
@Service
public class PointSets implements TiePointStore {
    private static final TiePoints NONE = new TiePoints(List.of(), List.of());
    private final PointSetRepository sets;
    private final Clock clock;

    PointSets(PointSetRepository sets, Clock clock) {
        this.sets = sets;
        this.clock = clock;
    }

    @Override
    @Transactional
    public String keep(TiePoints points, List<String> slots) {
        String document = PointsJson.write(points, slots);
        String hash = ContentHash.ofText(document);
        if (!sets.existsBySha256(hash)) {
            sets.save(new PointSet(hash, document, clock.instant()));
        }
        return hash;
    }

    @Override
    @Transactional(readOnly = true)
    public TiePoints of(Recipe recipe) {
        return recipe.geometry()
                .points()
                .map(hash -> PointsJson.read(document(hash), slots(recipe.rig())))
                .orElse(NONE);
    }

    @Transactional(readOnly = true)
    public String document(String hash) {
        return sets.findBySha256(hash)
                .orElseThrow(() -> new NotFoundException("tie points"))
                .points();
    }

    static List<String> slots(Rig rig) {
        return rig.lenses().stream().map(RigLens::slot).toList();
    }

    /** The number of a take's lens; refuses a slot that it has not. */
    static int number(Recipe recipe, String slot) {
        int lens = slots(recipe.rig()).indexOf(slot);
        if (lens < 0) {
            throw new IllegalArgumentException("The take has no lens '" + slot + "'.");
        }
        return lens;
    }
}
