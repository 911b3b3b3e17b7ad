package foldback.engine.rig;

import foldback.core.match.TiePoints;
import foldback.core.recipe.Recipe;
import java.util.List;

/** Where tie points are kept: beside recipes, which name them by their hash, since they are many. */
public interface TiePointStore {

    /** Keeps points, and gives the hash by which a recipe names them. */
    String keep(TiePoints points, List<String> slots);

    /** The points that a recipe names; none where it names none. */
    TiePoints of(Recipe recipe);
}
