package foldback.engine.form;

import java.util.function.Function;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** How a value stands in a document: reading, writing and its schema from one declaration. */
public interface Form<T> {

    /**
     * Reads a value.
     *
     * @param path names the value in messages
     * @throws DocumentException where the node does not hold such a value
     */
    T read(JsonNode node, String path);

    JsonNode write(T value);

    /** A JSON Schema (draft 2020-12) that admits what {@link #read} takes, as far as a schema can say it; the caller's own. */
    ObjectNode schema();

    /** The same with a sentence for those who read the schema. */
    default Form<T> described(String description) {
        return new DescribedForm<>(this, description);
    }

    /**
     * Another view of the same value, in other units for example.
     *
     * @param from may refuse a value by an {@link IllegalArgumentException}, which is told with the path
     */
    default <U> Form<U> as(Function<T, U> from, Function<U, T> to) {
        return new MappedForm<>(this, from, to);
    }
}
