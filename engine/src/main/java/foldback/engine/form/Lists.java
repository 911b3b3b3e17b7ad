package foldback.engine.form;

import java.util.ArrayList;
import java.util.List;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Lists of {@code least} to {@code most} values of one form. */
record Lists<T>(Form<T> item, int least, int most) implements Form<List<T>> {
    @Override
    public List<T> read(JsonNode node, String path) {
        if (!node.isArray()) {
            throw new DocumentException("'" + path + "' must be a list: " + Json.brief(node));
        }
        if (node.size() < least || node.size() > most) {
            throw new DocumentException("'" + path + "' must have " + count() + ": it has " + node.size());
        }
        List<T> items = new ArrayList<>(node.size());
        for (int i = 0; i < node.size(); i++) {
            items.add(item.read(node.get(i), path + "[" + i + "]"));
        }
        return items;
    }

    private String count() {
        if (most == Integer.MAX_VALUE) {
            return least + " entries or more";
        }
        return (least == most ? "" : least + " to ") + most + " entries";
    }

    @Override
    public JsonNode write(List<T> values) {
        ArrayNode array = Json.NODES.arrayNode();
        values.forEach(value -> array.add(item.write(value)));
        return array;
    }

    @Override
    public ObjectNode schema() {
        ObjectNode schema = Json.NODES.objectNode().put("type", "array");
        if (least > 0) {
            schema.put("minItems", least);
        }
        if (most < Integer.MAX_VALUE) {
            schema.put("maxItems", most);
        }
        schema.set("items", item.schema());
        return schema;
    }
}
