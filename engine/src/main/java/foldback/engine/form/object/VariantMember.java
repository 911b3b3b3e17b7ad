package foldback.engine.form.object;

import foldback.engine.form.Form;
import foldback.engine.form.Forms;
import foldback.engine.form.Json;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import tools.jackson.databind.node.ObjectNode;

/** A field that names a kind, with the fields of that kind beside it. */
record VariantMember<T, V>(
        String name, Map<String, ObjectForm<V>> kinds, Function<V, String> kindOf, Function<T, V> part)
        implements Member<T> {
    @Override
    public Object read(ObjectNode object, String path, Set<String> known) {
        known.add(name);
        String kind = words().read(Json.need(object, name, path), path + "." + name);
        return kinds.get(kind).readAmong(object, path, known);
    }

    private Form<String> words() {
        return Forms.oneOf(List.copyOf(kinds.keySet()));
    }

    @Override
    public void write(T value, ObjectNode into) {
        V found = part.apply(value);
        String kind = kindOf.apply(found);
        into.put(name, kind);
        kinds.get(kind).writeInto(found, into);
    }

    @Override
    public void describe(ObjectSchema schema) {
        schema.property(name, words().schema());
        schema.require(name);
        Set<String> all = new TreeSet<>();
        kinds.values().forEach(form -> {
            ObjectNode fields = form.schema().withObject("properties");
            fields.propertyNames().forEach(field -> schema.property(field, fields.withObject(field)));
            all.addAll(fields.propertyNames());
        });
        kinds.forEach((kind, form) -> restrict(schema.rule(), kind, form.schema(), all));
    }

    /** Of this kind, its own fields are wanted and those of others are none. */
    private void restrict(ObjectNode rule, String kind, ObjectNode schema, Set<String> all) {
        rule.withObject("if").withObject("properties").putObject(name).put("const", kind);
        ObjectNode then = rule.putObject("then");
        for (String wanted : List.of("required", "allOf")) {
            if (schema.has(wanted)) {
                then.set(wanted, schema.get(wanted));
            }
        }
        ObjectNode others = then.putObject("properties");
        all.stream()
                .filter(field -> !schema.withObject("properties").has(field))
                .forEach(field -> others.put(field, false));
    }
}
