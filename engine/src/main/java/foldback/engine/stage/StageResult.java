package foldback.engine.stage;

import foldback.core.recipe.Recipe;
import foldback.engine.document.SectionForm;
import java.util.Map;
import java.util.Set;

/**
 * What a long computation found out on one revision of a take, to be put into a later one.
 *
 * @param label what was done, for people
 * @param dependsOn the parts of a recipe that it was found from, {@link #CLIPS} or sections: where they are unchanged, it is
 *     right for a later revision, too
 * @param moves of slots, the ones that their clips belong to; those that stay are left out
 * @param sets the parts of {@link #recipe} that are the result
 * @param recipe the one that it was found on, with the result, its clips already in their slots
 */
public record StageResult(
        String label, Set<String> dependsOn, Map<String, String> moves, Set<String> sets, Recipe recipe) {
    /** The clips, with where they lie in time. */
    public static final String CLIPS = "clips";

    public StageResult {
        dependsOn = Set.copyOf(dependsOn);
        moves = Map.copyOf(moves);
        sets = Set.copyOf(sets);
    }

    /** A result for clips that stay in their slots. */
    public StageResult(String label, Set<String> dependsOn, Set<String> sets, Recipe recipe) {
        this(label, dependsOn, Map.of(), sets, recipe);
    }

    /** Whether what it was found from is the same in two recipes. */
    public boolean holdsFor(Recipe then, Recipe now) {
        return dependsOn.stream()
                .allMatch(part -> part.equals(CLIPS)
                        ? then.clips().equals(now.clips())
                        : form(part).isSame(then, now));
    }

    /** Puts it into a recipe. */
    public Recipe on(Recipe now) {
        Recipe changed = now.withSlots(moves);
        for (String part : sets) {
            changed = part.equals(CLIPS)
                    ? changed.withClips(recipe.clips())
                    : form(part).copy(recipe, changed);
        }
        return changed;
    }

    private static SectionForm<?> form(String name) {
        return Stages.named(name).form().orElseThrow();
    }
}
