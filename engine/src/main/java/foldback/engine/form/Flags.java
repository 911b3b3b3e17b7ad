package foldback.engine.form;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** True or false. */
record Flags() implements Form<Boolean> {
    @Override
    public Boolean read(JsonNode node, String path) {
        if (!node.isBoolean()) {
            throw new DocumentException("'" + path + "' must be true or false: " + Json.brief(node));
        }
        return node.booleanValue();
    }

    @Override
    public JsonNode write(Boolean value) {
        return Json.NODES.booleanNode(value);
    }

    @Override
    public ObjectNode schema() {
        return Json.NODES.objectNode().put("type", "boolean");
    }
}
