package foldback.engine.picture;

import foldback.core.recipe.Recipe;
import foldback.engine.take.Take;

/** Finds what was measured or drawn about takes. */
@FunctionalInterface
public interface TakeAdditions {
    TakeAdditions NONE = (recipe, shown) -> Additions.NONE;

    /**
     * What stands beside a recipe.
     *
     * @param shown the clips of the lenses that are on
     */
    Additions of(Recipe recipe, Take shown);
}
