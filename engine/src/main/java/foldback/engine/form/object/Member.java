package foldback.engine.form.object;

import java.util.Set;
import tools.jackson.databind.node.ObjectNode;

/** A part of an object's declaration: what it reads from the object, writes into it and adds to its schema. */
interface Member<T> {
    /** Reads its value; names of the fields that it knows are added to {@code known}. */
    Object read(ObjectNode object, String path, Set<String> known);

    void write(T value, ObjectNode into);

    void describe(ObjectSchema schema);
}
