package foldback.engine.form.object;

import foldback.engine.form.Json;
import tools.jackson.databind.node.ObjectNode;

/** The schema of an object while it is put together. */
final class ObjectSchema {
    private final ObjectNode node = Json.NODES.objectNode();

    ObjectSchema() {
        node.put("type", "object").put("additionalProperties", false);
        node.putArray("required");
        node.putObject("properties");
    }

    void property(String name, ObjectNode schema) {
        node.withObject("properties").set(name, schema);
    }

    void require(String name) {
        node.withArray("required").add(name);
    }

    /** A rule beside the properties: all such rules hold. */
    ObjectNode rule() {
        return node.withArray("allOf").addObject();
    }

    ObjectNode node() {
        if (node.get("required").isEmpty()) {
            node.remove("required");
        }
        return node;
    }
}
