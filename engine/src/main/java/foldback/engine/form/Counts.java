package foldback.engine.form;

import java.util.List;
import java.util.stream.Collectors;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** One of a few whole numbers. */
record Counts(List<Integer> counts) implements Form<Integer> {
    @Override
    public Integer read(JsonNode node, String path) {
        if (!node.isIntegralNumber() || !node.canConvertToInt() || !counts.contains(node.intValue())) {
            throw new DocumentException("'" + path + "' must be "
                    + counts.stream().map(String::valueOf).collect(Collectors.joining(" or ")) + ": "
                    + Json.brief(node));
        }
        return node.intValue();
    }

    @Override
    public JsonNode write(Integer value) {
        return Json.NODES.numberNode(value);
    }

    @Override
    public ObjectNode schema() {
        ObjectNode schema = Json.NODES.objectNode();
        ArrayNode list = schema.putArray("enum");
        counts.forEach(list::add);
        return schema;
    }
}
