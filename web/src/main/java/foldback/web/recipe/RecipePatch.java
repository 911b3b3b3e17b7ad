package foldback.web.recipe;

import foldback.core.recipe.Recipe;
import foldback.engine.document.DocumentException;
import foldback.engine.document.RecipeJson;
import java.util.List;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * A small change of a recipe: whole sections are replaced.
 *
 * @param base number of the revision it was made on
 * @param label what was done, for people
 * @param set the sections that change: rate, sync, rig, balance, seams, level; and offsets, seconds by slot
 */
public record RecipePatch(int base, String label, ObjectNode set) {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final String OFFSETS = "offsets";
    private static final List<String> SECTIONS = List.of("rate", "sync", "rig", "balance", "seams", "level");

    public RecipePatch {
        if (set == null) {
            throw new IllegalArgumentException("'set' is missing");
        }
        label = label == null || label.isBlank() ? "Change" : label;
    }

    /** A clip's file can not be changed by a patch, only where it lies in time. */
    private static void move(ObjectNode document, JsonNode offsets) {
        for (JsonNode clip : document.path("clips")) {
            JsonNode offset = offsets.path(clip.path("slot").asString(""));
            if (!offset.isMissingNode()) {
                ((ObjectNode) clip).set("offset_seconds", offset);
            }
        }
    }

    /** The changed recipe; refuses unknown sections and wrong values by name. */
    public Recipe on(String recipe) {
        ObjectNode document = (ObjectNode) JSON.readTree(recipe);
        for (var section : set.properties()) {
            if (section.getKey().equals(OFFSETS)) {
                move(document, section.getValue());
                continue;
            }
            if (!SECTIONS.contains(section.getKey())) {
                throw new DocumentException("'" + section.getKey() + "' cannot be changed here");
            }
            JsonNode value = section.getValue();
            document.set(section.getKey(), value);
        }
        if (set.path("sync").path("source").asString("").equals("declared")) {
            // Clips that are in sync as they are run by one clock.
            document.path("clips").forEach(clip -> ((ObjectNode) clip).remove("drift_ppm"));
        }
        return RecipeJson.read(JSON.writeValueAsString(document));
    }
}
