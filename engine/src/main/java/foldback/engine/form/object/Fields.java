package foldback.engine.form.object;

import foldback.engine.form.Form;
import foldback.engine.form.Forms;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/**
 * The fields of an object while they are declared, in the order in which they are written.
 *
 * @param <T> what the object stands for
 */
public final class Fields<T> {
    private final List<Member<T>> members = new ArrayList<>();

    Fields() {}

    /** A field that must be there. */
    public <V> Field<V> required(String name, Form<V> form, Function<T, V> of) {
        return add(new NamedMember<T, V>(
                name, form, Optional.empty(), value -> value, whole -> Optional.of(of.apply(whole))));
    }

    /** A field that is there where its value is. */
    public <V> Field<Optional<V>> optional(String name, Form<V> form, Function<T, Optional<V>> of) {
        return add(new NamedMember<>(name, form, Optional.of(Optional.empty()), Optional::of, of));
    }

    /** A field that is always written, and may be left out by others: they mean the usual value. */
    public <V> Field<V> assumed(String name, Form<V> form, V usual, Function<T, V> of) {
        return add(new NamedMember<T, V>(
                name, form, Optional.of(usual), value -> value, whole -> Optional.of(of.apply(whole))));
    }

    /** A field that is left out where it has the usual value. */
    public <V> Field<V> unusual(String name, Form<V> form, V usual, Function<T, V> of) {
        return add(new NamedMember<T, V>(
                name,
                form,
                Optional.of(usual),
                value -> value,
                whole -> Optional.of(of.apply(whole)).filter(value -> !value.equals(usual))));
    }

    /** A field that says the same in all documents. */
    public void constant(String name, String word) {
        required(name, Forms.oneOf(List.of(word)), whole -> word);
    }

    /** A part whose fields stand among those of the whole. */
    public <V> Field<V> inline(ObjectForm<V> form, Function<T, V> of) {
        return add(new InlineMember<>(form, of));
    }

    /**
     * A part of one of several kinds; a field names the kind, and the kind's fields stand beside it.
     *
     * @param kinds in the order in which messages name them; kinds that have a field in common give it the same form
     */
    public <V> Field<V> variant(
            String name, Map<String, ObjectForm<V>> kinds, Function<V, String> kindOf, Function<T, V> of) {
        return add(new VariantMember<>(name, kinds, kindOf, of));
    }

    /** Of these fields, declared as optional, exactly one is there. */
    public void one(String... names) {
        add(new ChoiceMember<>(List.of(names), ChoiceMember.Wanted.ONE));
    }

    /** Of these fields, declared as optional, one at the most is there. */
    public void oneOrNone(String... names) {
        add(new ChoiceMember<>(List.of(names), ChoiceMember.Wanted.ONE_OR_NONE));
    }

    private <V> Field<V> add(Member<T> member) {
        members.add(member);
        return new Field<>(members.size() - 1);
    }

    List<Member<T>> members() {
        return List.copyOf(members);
    }
}
