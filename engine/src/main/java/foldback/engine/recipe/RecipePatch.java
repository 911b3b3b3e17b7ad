package foldback.engine.recipe;

import foldback.core.recipe.Recipe;
import foldback.engine.form.DocumentException;
import foldback.engine.stage.Stage;
import foldback.engine.stage.Stages;
import java.util.HashSet;
import java.util.Set;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * A small change of a recipe: whole sections are replaced.
 *
 * @param base number of the revision it was made on
 * @param label what was done, for people
 * @param set by the keys of stages, what they become; and {@value #LEFT}, the names of all stages that are left as they are
 */
public record RecipePatch(int base, String label, ObjectNode set) {
    private static final String LEFT = "left";

    public RecipePatch {
        if (set == null) {
            throw new IllegalArgumentException("'set' is missing");
        }
        label = label == null || label.isBlank() ? "Change" : label;
    }

    /** The changed recipe; refuses unknown keys and wrong values by name. */
    public Recipe on(String recipe) {
        ObjectNode document = RecipeJson.document(recipe);
        Set<Stage> touched = new HashSet<>();
        set.properties().forEach(change -> touched.addAll(put(change.getKey(), change.getValue(), document)));
        Recipe changed = RecipeJson.read(document);
        if (touched.isEmpty() || changed.left().isEmpty() || set.has(LEFT)) {
            return changed;
        }
        // What is changed is no longer left as it was.
        Set<String> left = new HashSet<>(changed.left());
        touched.forEach(stage -> left.remove(stage.name()));
        return changed.leaving(left);
    }

    private static Set<Stage> put(String key, JsonNode value, ObjectNode document) {
        if (key.equals(LEFT)) {
            document.set(LEFT, value);
            return Set.of();
        }
        Stage stage =
                Stages.withKey(key).orElseThrow(() -> new DocumentException("'" + key + "' cannot be changed here"));
        stage.put(key, value, document);
        return Set.of(stage);
    }
}
