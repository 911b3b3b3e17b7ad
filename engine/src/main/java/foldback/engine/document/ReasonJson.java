package foldback.engine.document;

import static foldback.engine.form.Forms.list;
import static foldback.engine.form.Forms.number;
import static foldback.engine.form.Forms.oneOf;
import static foldback.engine.form.Forms.text;

import foldback.core.run.Reason;
import foldback.core.run.ReasonCode;
import foldback.engine.form.Form;
import foldback.engine.form.object.ObjectForm;
import java.util.List;

/** Reasons of verdicts as JSON: codes with what they speak of. */
final class ReasonJson {
    private static final double MOST_NUMBER = 1e9;

    private ReasonJson() {}

    /** The reasons that one stage gives. */
    static <C extends Enum<C> & ReasonCode> Form<List<Reason>> of(Class<C> codes) {
        ObjectForm<Reason> reason = ObjectForm.of(fields -> {
            var code = fields.required("code", oneOf(codes), (Reason r) -> codes.cast(r.code()));
            var names = fields.unusual("names", list(text()), List.of(), Reason::names);
            var numbers =
                    fields.unusual("numbers", list(number(-MOST_NUMBER, MOST_NUMBER)), List.of(), Reason::numbers);
            return read -> new Reason(read.get(code), read.get(names), read.get(numbers));
        });
        return list(reason);
    }
}
