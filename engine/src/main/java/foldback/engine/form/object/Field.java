package foldback.engine.form.object;

/** The name under which a field's value is found among those that were read. */
public final class Field<V> {
    final int index;

    Field(int index) {
        this.index = index;
    }
}
