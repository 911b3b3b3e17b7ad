package foldback.engine.rig;

import foldback.core.match.TiePoints;
import foldback.core.recipe.Recipe;
import foldback.engine.document.rig.PointsJson;
import java.util.List;

/** Where tie points are kept: beside recipes, which name them by their hash, since they are many. */
public interface TiePointStore {

    /** Keeps points, and gives the hash by which a recipe names them. */
    String keep(TiePoints points, List<String> slots);

    /** The document of points that were kept. */
    String document(String hash);

    /** The points that a recipe names; none where it names none. */
    default TiePoints of(Recipe recipe) {
        return recipe.geometry()
                .points()
                .map(hash -> PointsJson.read(document(hash), recipe.rig().slots()))
                .orElse(TiePoints.NONE);
    }
}
