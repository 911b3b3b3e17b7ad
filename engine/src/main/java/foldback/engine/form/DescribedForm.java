package foldback.engine.form;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** A form whose schema says what the value means. */
record DescribedForm<T>(Form<T> form, String description) implements Form<T> {
    @Override
    public T read(JsonNode node, String path) {
        return form.read(node, path);
    }

    @Override
    public JsonNode write(T value) {
        return form.write(value);
    }

    @Override
    public ObjectNode schema() {
        return form.schema().put("description", description);
    }
}
