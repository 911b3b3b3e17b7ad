package foldback.engine.form.object;

import foldback.engine.form.DocumentException;
import foldback.engine.form.Form;
import foldback.engine.form.Json;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Function;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Objects with named fields. Fields that nobody declared are refused by name; null is a field that is not there. */
public final class ObjectForm<T> implements Form<T> {
    private final List<Member<T>> members;
    private final Function<FieldValues, T> construct;

    private ObjectForm(List<Member<T>> members, Function<FieldValues, T> construct) {
        this.members = members;
        this.construct = construct;
    }

    /**
     * Declares an object.
     *
     * @param declare names the fields and returns what makes the value from theirs
     */
    public static <T> ObjectForm<T> of(Function<Fields<T>, Function<FieldValues, T>> declare) {
        Fields<T> fields = new Fields<>();
        Function<FieldValues, T> construct = declare.apply(fields);
        return new ObjectForm<>(fields.members(), construct);
    }

    @Override
    public T read(JsonNode node, String path) {
        return read(node, path, Set.of());
    }

    /** Reads an object that has fields beside the declared ones which somebody else has read. */
    T read(JsonNode node, String path, Set<String> others) {
        if (!(node instanceof ObjectNode object)) {
            throw new DocumentException("'" + path + "' must be an object: " + Json.brief(node));
        }
        Set<String> known = new HashSet<>(others);
        T value = readAmong(object, path, known);
        for (String name : object.propertyNames()) {
            if (!known.contains(name)) {
                throw new DocumentException("'" + path + "." + name + "' is not known here");
            }
        }
        return value;
    }

    /** Reads its fields from an object that has others, too. */
    T readAmong(ObjectNode object, String path, Set<String> known) {
        FieldValues values = new FieldValues(members.size());
        for (int i = 0; i < members.size(); i++) {
            values.set(i, members.get(i).read(object, path, known));
        }
        return DocumentException.at(path, () -> construct.apply(values));
    }

    @Override
    public JsonNode write(T value) {
        ObjectNode node = Json.NODES.objectNode();
        writeInto(value, node);
        return node;
    }

    void writeInto(T value, ObjectNode node) {
        members.forEach(member -> member.write(value, node));
    }

    @Override
    public ObjectNode schema() {
        ObjectSchema schema = new ObjectSchema();
        describe(schema);
        return schema.node();
    }

    void describe(ObjectSchema schema) {
        members.forEach(member -> member.describe(schema));
    }
}
