package foldback.engine.form;

import java.util.Locale;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Small things about JSON that all forms need. */
public final class Json {
    public static final JsonMapper MAPPER = JsonMapper.builder().build();
    public static final JsonNodeFactory NODES = JsonNodeFactory.instance;
    private static final int MOST_SHOWN = 60;

    private Json() {}

    /** The object that a document's text stands for. */
    public static ObjectNode parse(String text, String kind) {
        try {
            if (MAPPER.readTree(text) instanceof ObjectNode object) {
                return object;
            }
        } catch (JacksonException broken) {
            throw new DocumentException("the " + kind + " is not JSON: line "
                    + (broken.getLocation() == null ? "?" : broken.getLocation().getLineNr()) + ", "
                    + broken.getOriginalMessage());
        }
        throw new DocumentException("the " + kind + " must be a JSON object");
    }

    public static String pretty(JsonNode node) {
        return MAPPER.writerWithDefaultPrettyPrinter().writeValueAsString(node) + "\n";
    }

    /** A value as a message can hold it. */
    public static String brief(JsonNode value) {
        String text = value.toString();
        return text.length() > MOST_SHOWN ? text.substring(0, MOST_SHOWN) + "…" : text;
    }

    public static boolean has(JsonNode object, String name) {
        return object.has(name) && !object.get(name).isNull();
    }

    /** A field that must be there. */
    public static JsonNode need(JsonNode object, String name, String path) {
        if (!has(object, name)) {
            throw new DocumentException("'" + path + "." + name + "' is missing");
        }
        return object.get(name);
    }

    /** How a name of a fixed set stands in documents. */
    public static String lower(Enum<?> value) {
        return value.name().toLowerCase(Locale.ROOT);
    }
}
