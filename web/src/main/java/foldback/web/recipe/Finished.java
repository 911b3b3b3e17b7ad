package foldback.web.recipe;

import foldback.core.recipe.Recipe;
import java.util.function.Function;
import java.util.function.UnaryOperator;

/**
 * What a long computation found out on one revision of a take, as a change of any later one.
 *
 * @param label what was done, for people
 * @param dependsOn what of a recipe the result was made from: where that is unchanged, the result is right for a later
 *     revision, too
 * @param change puts the result into a recipe
 */
public record Finished(String label, Function<Recipe, Object> dependsOn, UnaryOperator<Recipe> change) {

    /**
     * A result that could not be recorded, since what it was made from had changed meanwhile.
     *
     * @param change puts it into a recipe all the same
     * @param head what had been done meanwhile, for people
     */
    public record Offer(String label, UnaryOperator<Recipe> change, String head) {}
}
