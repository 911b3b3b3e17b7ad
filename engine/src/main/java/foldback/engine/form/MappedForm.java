package foldback.engine.form;

import java.util.function.Function;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** A form of values that are made from those of another form. */
record MappedForm<T, U>(Form<T> form, Function<T, U> from, Function<U, T> to) implements Form<U> {
    @Override
    public U read(JsonNode node, String path) {
        T value = form.read(node, path);
        return DocumentException.at(path, () -> from.apply(value));
    }

    @Override
    public JsonNode write(U value) {
        return form.write(to.apply(value));
    }

    @Override
    public ObjectNode schema() {
        return form.schema();
    }
}
