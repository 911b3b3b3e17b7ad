package foldback.engine.form.object;

/** What was read for the fields of one object. */
public final class FieldValues {
    private final Object[] values;

    FieldValues(int count) {
        values = new Object[count];
    }

    /** The value of a field of the same declaration. */
    @SuppressWarnings("unchecked")
    public <V> V get(Field<V> field) {
        return (V) values[field.index];
    }

    void set(int index, Object value) {
        values[index] = value;
    }
}
