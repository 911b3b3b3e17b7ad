package foldback.engine.stage;

import foldback.core.recipe.Recipe;
import foldback.engine.take.Take;

/**
 * What a stage judges itself by.
 *
 * @param take all clips of the recipe, those of lenses that are off too
 * @param canvasWidth pixels of the sphere that is made of it
 */
public record StageView(Recipe recipe, Take take, int canvasWidth, StageTools tools) {

    /** The clips of the lenses that are on. */
    public Take shown() {
        return take.showing(recipe);
    }
}
