package foldback.web.rig;

import foldback.core.match.TiePoints;
import foldback.core.recipe.Recipe;
import foldback.engine.document.rig.PointsJson;
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
    public String document(String hash) {
        return sets.findBySha256(hash)
                .orElseThrow(() -> new NotFoundException("tie points"))
                .points();
    }

    /** The number of a take's lens; refuses a slot that it has not. */
    static int number(Recipe recipe, String slot) {
        int lens = recipe.rig().slots().indexOf(slot);
        if (lens < 0) {
            throw new IllegalArgumentException("The take has no lens '" + slot + "'.");
        }
        return lens;
    }
}
