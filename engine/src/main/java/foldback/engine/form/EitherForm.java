package foldback.engine.form;

import java.util.function.Predicate;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Values that stand in a document in one way or the other: as a list, or as what is none.
 *
 * @param isList whether a value is written as a list
 */
record EitherForm<T>(Form<T> single, Form<T> list, Predicate<T> isList) implements Form<T> {
    @Override
    public T read(JsonNode node, String path) {
        return (node.isArray() ? list : single).read(node, path);
    }

    @Override
    public JsonNode write(T value) {
        return (isList.test(value) ? list : single).write(value);
    }

    @Override
    public ObjectNode schema() {
        ObjectNode schema = Json.NODES.objectNode();
        schema.putArray("oneOf").add(single.schema()).add(list.schema());
        return schema;
    }
}
