package foldback.engine.form.object;

import foldback.engine.form.DocumentException;
import foldback.engine.form.Json;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Fields of which at most one may be there.
 *
 * @param wanted whether one must be
 */
record ChoiceMember<T>(List<String> names, Wanted wanted) implements Member<T> {
    enum Wanted {
        ONE,
        ONE_OR_NONE
    }

    @Override
    public Object read(ObjectNode object, String path, Set<String> known) {
        long found = names.stream().filter(name -> Json.has(object, name)).count();
        if (found > 1 || found == 0 && wanted == Wanted.ONE) {
            String must = wanted == Wanted.ONE ? "must have either" : "may have";
            throw new DocumentException(
                    "'" + path + "' " + must + " '" + String.join("' or '", names) + "', and not both");
        }
        return Optional.empty();
    }

    @Override
    public void write(T value, ObjectNode into) {
        // The fields are written by themselves.
    }

    @Override
    public void describe(ObjectSchema schema) {
        ArrayNode ways = schema.rule().putArray("oneOf");
        names.forEach(name -> ways.addObject().putArray("required").add(name));
        if (wanted == Wanted.ONE_OR_NONE) {
            ArrayNode some = ways.addObject().putObject("not").putArray("anyOf");
            names.forEach(name -> some.addObject().putArray("required").add(name));
        }
    }
}
