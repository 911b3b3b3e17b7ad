package foldback.engine.stage;

import foldback.core.recipe.Recipe;
import foldback.core.run.Evidence;
import foldback.core.run.Run;
import foldback.core.run.Verdict;
import foldback.engine.take.Take;
import java.util.function.BiConsumer;
import java.util.function.Predicate;
import tools.jackson.databind.json.JsonMapper;

/** The stages of a take in the order of the work, each by its own first action. */
public final class WorkThrough {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private final StageTools tools;
    private final int canvasWidth;

    public WorkThrough(StageTools tools, int canvasWidth) {
        this.tools = tools;
        this.canvasWidth = canvasWidth;
    }

    /**
     * Runs the actions of some stages.
     *
     * @param take all clips of the recipe
     * @param wanted the stages whose actions are run; asked when their turn has come
     * @param told what each stage says when its turn is over
     * @return the recipe with all results
     */
    public Recipe run(Recipe recipe, Take take, Predicate<Stage> wanted, BiConsumer<Stage, Evidence> told, Run run)
            throws InterruptedException {
        Recipe worked = recipe;
        Take placed = take;
        for (Stage stage : Stages.all()) {
            Evidence evidence = evidence(stage, worked, placed);
            if (wanted.test(stage) || isOpen(stage, worked, evidence)) {
                worked = act(stage.jobs().get(0), worked, placed, run);
                placed = placed.placedAs(worked);
                evidence = evidence(stage, worked, placed);
            }
            told.accept(stage, evidence);
        }
        return worked;
    }

    /** Whether a stage is not settled or was not tried yet, and has an action that could settle it. */
    public static boolean isOpen(Stage stage, Recipe recipe, Evidence evidence) {
        return (evidence.verdict() == Verdict.UNSETTLED || stage.isUntried(recipe))
                && !recipe.left().contains(stage.name())
                && !stage.jobs().isEmpty();
    }

    private Evidence evidence(Stage stage, Recipe recipe, Take take) {
        return stage.evidence(new StageView(recipe, take, canvasWidth, tools));
    }

    private <O> Recipe act(StageJob<O> job, Recipe recipe, Take take, Run run) throws InterruptedException {
        O order = JSON.treeToValue(JSON.createObjectNode(), job.order());
        job.check(recipe, order);
        return job.run(recipe, take, order, tools, run).on(recipe);
    }
}
