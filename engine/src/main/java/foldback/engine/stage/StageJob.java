package foldback.engine.stage;

import foldback.core.recipe.Recipe;
import foldback.core.run.Run;
import foldback.engine.take.Take;

/**
 * Something that a stage does by itself, at length.
 *
 * @param <O> how it is asked for: a record that is read from JSON, of which everything may be left out
 */
public interface StageJob<O> {

    /** A verb, lower case. */
    String name();

    Class<O> order();

    /** @throws IllegalArgumentException where it cannot be done, with what to do instead */
    void check(Recipe recipe, O order);

    /** @param take all clips of the recipe */
    StageResult run(Recipe recipe, Take take, O order, StageTools tools, Run run) throws InterruptedException;
}
