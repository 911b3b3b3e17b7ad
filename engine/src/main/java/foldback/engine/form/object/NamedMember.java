package foldback.engine.form.object;

import foldback.engine.form.DocumentException;
import foldback.engine.form.Form;
import foldback.engine.form.Json;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import tools.jackson.databind.node.ObjectNode;

/**
 * A field.
 *
 * @param missing what is read where the document says nothing; empty where it must
 * @param written what is written, if anything
 */
record NamedMember<T, V>(
        String name,
        Form<V> form,
        Optional<Object> missing,
        Function<V, Object> found,
        Function<T, Optional<V>> written)
        implements Member<T> {
    @Override
    public Object read(ObjectNode object, String path, Set<String> known) {
        known.add(name);
        String place = path + "." + name;
        if (!Json.has(object, name)) {
            return missing.orElseThrow(() -> new DocumentException("'" + place + "' is missing"));
        }
        return found.apply(form.read(object.get(name), place));
    }

    @Override
    public void write(T value, ObjectNode into) {
        written.apply(value).ifPresent(part -> into.set(name, form.write(part)));
    }

    @Override
    public void describe(ObjectSchema schema) {
        schema.property(name, form.schema());
        if (missing.isEmpty()) {
            schema.require(name);
        }
    }
}
