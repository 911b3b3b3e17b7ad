package foldback.engine.form.object;

import java.util.Set;
import java.util.function.Function;
import tools.jackson.databind.node.ObjectNode;

/** An object whose fields stand among those of the object that it is part of. */
record InlineMember<T, V>(ObjectForm<V> form, Function<T, V> part) implements Member<T> {
    @Override
    public Object read(ObjectNode object, String path, Set<String> known) {
        return form.readAmong(object, path, known);
    }

    @Override
    public void write(T value, ObjectNode into) {
        form.writeInto(part.apply(value), into);
    }

    @Override
    public void describe(ObjectSchema schema) {
        form.describe(schema);
    }
}
