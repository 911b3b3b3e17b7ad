package foldback.web.stage;

import foldback.core.recipe.Recipe;
import foldback.engine.stage.Stage;
import foldback.engine.stage.Stages;
import foldback.web.recipe.Recipes;
import org.springframework.stereotype.Service;

/** A take without what one of its stages does. */
@Service
public class Comparison {
    private final Recipes recipes;

    Comparison(Recipes recipes) {
        this.recipes = recipes;
    }

    /** A revision without a stage; where no take can do without it, as the stage was before it was changed last. */
    public Recipe without(Long takeId, int revision, String stageName) {
        Stage stage = Stages.named(stageName);
        Recipe recipe = recipes.revision(takeId, revision).read();
        return stage.without(recipe)
                .or(() -> stage.form()
                        .flatMap(form -> recipes.before(takeId, revision, earlier -> !form.isSame(earlier, recipe))
                                .map(earlier -> form.copy(earlier, recipe))))
                .orElse(recipe);
    }
}
