package foldback.engine.form;

import java.util.List;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** One of a fixed set of words. */
record Words(List<String> words) implements Form<String> {
    @Override
    public String read(JsonNode node, String path) {
        String word = node.isString() ? node.stringValue() : Json.brief(node);
        if (!node.isString() || !words.contains(word)) {
            throw new DocumentException(
                    "'" + path + "' must be one of " + String.join(", ", words) + ": '" + word + "'");
        }
        return word;
    }

    @Override
    public JsonNode write(String value) {
        return Json.NODES.stringNode(value);
    }

    @Override
    public ObjectNode schema() {
        ObjectNode schema = Json.NODES.objectNode();
        if (words.size() == 1) {
            return schema.put("const", words.get(0));
        }
        ArrayNode list = schema.putArray("enum");
        words.forEach(list::add);
        return schema;
    }
}
