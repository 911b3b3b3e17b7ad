package foldback.engine.document;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import foldback.engine.document.rig.CardJson;
import foldback.engine.document.spec.RenderSpec;
import foldback.engine.form.DocumentException;
import foldback.engine.recipe.RecipeJson;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Every number of a document has a range, every text a length: the schema states them, and reading holds to them. */
class RangesTest {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final Path FORMATS = Path.of("..", "docs", "formats");

    /** Nothing that is no number of the machine is taken for one. */
    private static final String[] WRONG = {
        "1e300", "-1e300", "1e999", "123456789012345678901234567890", "true", "[]", "\"1\""
    };

    @ParameterizedTest
    @ValueSource(strings = {"recipe", "rig-card", "spec", "tie-points"})
    void schemasStateARangeForEverything(String kind) throws Exception {
        List<String> open = new ArrayList<>();
        collectOpen(JSON.readTree(Files.readString(FORMATS.resolve(kind + ".schema.json"))), kind, open);
        assertThat(open).as("fields without a stated range").isEmpty();
    }

    private static void collectOpen(JsonNode schema, String path, List<String> open) {
        String type = schema.path("type").asString("");
        boolean fixed = schema.has("const") || schema.has("enum");
        boolean number = type.equals("number") || type.equals("integer");
        if (number && !fixed && !(schema.has("minimum") && schema.has("maximum"))) {
            open.add(path);
        }
        if (type.equals("string") && !fixed && !schema.has("maxLength") && !schema.has("pattern")) {
            open.add(path);
        }
        schema.propertyNames().forEach(name -> collectOpen(schema.get(name), path + "/" + name, open));
        for (int i = 0; schema.isArray() && i < schema.size(); i++) {
            collectOpen(schema.get(i), path + "/" + i, open);
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"recipe", "rig-card", "spec"})
    void numbersBeyondTheirRangeAreRefusedByName(String kind) throws Exception {
        ObjectNode example = (ObjectNode) JSON.readTree(Files.readString(FORMATS.resolve(kind + ".example.json")));
        JsonNode schema = JSON.readTree(Files.readString(FORMATS.resolve(kind + ".schema.json")));
        Consumer<String> read = reader(kind);
        read.accept(JSON.writeValueAsString(example));
        int[] tried = {0};
        spoil(example, example, schema, kind, read, tried);
        assertThat(tried[0]).isGreaterThan(4);
    }

    private static Consumer<String> reader(String kind) {
        return switch (kind) {
            case "recipe" -> RecipeJson::read;
            case "spec" -> RenderSpec::read;
            default -> CardJson::readRig;
        };
    }

    /** Puts wrong values in the place of each number of a part of a document, one at a time. */
    private static void spoil(
            ObjectNode whole, JsonNode part, JsonNode schema, String path, Consumer<String> read, int[] tried) {
        if (part instanceof ObjectNode object) {
            for (String name : List.copyOf(object.propertyNames())) {
                JsonNode value = object.get(name);
                JsonNode stated = schema.path("properties").path(name);
                if (value.isNumber()) {
                    tried[0]++;
                    for (String wrong : wrongFor(stated)) {
                        object.set(name, JSON.readTree(wrong));
                        refused(whole, read, name, path + "." + name + " = " + wrong);
                    }
                    object.set(name, value);
                } else {
                    spoil(whole, value, stated, path + "." + name, read, tried);
                }
            }
        } else if (part instanceof ArrayNode array) {
            for (int i = 0; i < array.size(); i++) {
                spoil(whole, array.get(i), schema.path("items"), path + "[" + i + "]", read, tried);
            }
        }
    }

    private static List<String> wrongFor(JsonNode stated) {
        List<String> wrong = new ArrayList<>(List.of(WRONG));
        if (stated.has("maximum")) {
            wrong.add(Double.toString(stated.get("maximum").doubleValue() * 1.001 + 1.5));
            wrong.add(Double.toString(stated.get("minimum").doubleValue() - 1.5));
        }
        return wrong;
    }

    private static void refused(ObjectNode whole, Consumer<String> read, String name, String what) {
        assertThatThrownBy(() -> read.accept(JSON.writeValueAsString(whole)))
                .as(what)
                .isInstanceOf(DocumentException.class)
                .hasMessageContaining(name);
    }

    @Test
    void namesAreNotEndless() throws Exception {
        String card = Files.readString(FORMATS.resolve("rig-card.example.json"));
        ObjectNode spoiled = (ObjectNode) JSON.readTree(card);
        spoiled.put("name", "n".repeat(5000));
        assertThatThrownBy(() -> CardJson.readRig(JSON.writeValueAsString(spoiled)))
                .isInstanceOf(DocumentException.class)
                .hasMessageContaining("'rig-card.name' must be at most 120 letters long: it has 5000")
                .hasMessageNotContaining("nnn");
    }
}
