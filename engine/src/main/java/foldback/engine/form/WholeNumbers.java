package foldback.engine.form;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Whole numbers of a stated range, all a multiple of a step. */
record WholeNumbers(int least, int most, int step) implements Form<Integer> {
    @Override
    public Integer read(JsonNode node, String path) {
        if (!node.isIntegralNumber()
                || !node.canConvertToLong()
                || node.longValue() < least
                || node.longValue() > most
                || node.longValue() % step != 0) {
            throw new DocumentException("'" + path + "' must be a whole number, " + least + " to " + most
                    + (step == 1 ? "" : ", a multiple of " + step) + ": " + Json.brief(node));
        }
        return node.intValue();
    }

    @Override
    public JsonNode write(Integer value) {
        return Json.NODES.numberNode(value);
    }

    @Override
    public ObjectNode schema() {
        ObjectNode schema = Json.NODES
                .objectNode()
                .put("type", "integer")
                .put("minimum", least)
                .put("maximum", most);
        return step == 1 ? schema : schema.put("multipleOf", step);
    }
}
