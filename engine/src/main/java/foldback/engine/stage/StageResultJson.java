package foldback.engine.stage;

import foldback.engine.recipe.RecipeJson;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Set;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Results of stages between processes and over restarts. */
public final class StageResultJson {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private StageResultJson() {}

    public static String write(StageResult result) {
        ObjectNode node = JSON.createObjectNode().put("label", result.label());
        list(node.putArray("dependsOn"), result.dependsOn());
        ObjectNode moves = node.putObject("moves");
        result.moves().forEach(moves::put);
        list(node.putArray("sets"), result.sets());
        node.put("recipe", RecipeJson.write(result.recipe()));
        return JSON.writeValueAsString(node);
    }

    private static void list(ArrayNode array, Set<String> parts) {
        parts.stream().sorted().forEach(array::add);
    }

    /** What {@link #write} wrote. */
    public static StageResult read(String json) {
        JsonNode node = JSON.readTree(json);
        Map<String, String> moves = new LinkedHashMap<>();
        node.required("moves")
                .properties()
                .forEach(move -> moves.put(move.getKey(), move.getValue().asString()));
        return new StageResult(
                node.required("label").asString(),
                set(node.required("dependsOn")),
                moves,
                set(node.required("sets")),
                RecipeJson.read(node.required("recipe").asString()));
    }

    private static Set<String> set(JsonNode array) {
        Set<String> parts = new LinkedHashSet<>();
        array.forEach(part -> parts.add(part.asString()));
        return parts;
    }
}
