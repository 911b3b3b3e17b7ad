package foldback.engine.document;

import java.util.List;

/** Checks on what a request holds: what is missing is named. */
public final class Asked {
    private Asked() {}

    /** The value of a field that must be there. */
    public static <T> T required(T value, String name) {
        if (value == null) {
            throw new IllegalArgumentException("'" + name + "' is missing");
        }
        return value;
    }

    /** A list that must be there, without gaps. */
    public static <T> List<T> list(List<T> values, String name) {
        required(values, name).forEach(value -> required(value, name));
        return values;
    }

    /** A list that may be left out. */
    public static <T> List<T> listOrNone(List<T> values, String name) {
        return values == null ? List.of() : list(values, name);
    }
}
