package foldback.engine.document;

import static foldback.engine.form.Forms.list;
import static foldback.engine.form.Forms.text;

import foldback.core.recipe.Ranges;
import foldback.core.recipe.Ranges.Range;
import foldback.engine.form.object.ObjectForm;

/** Named parts of a take as JSON. */
public final class RangesJson {
    private static final ObjectForm<Range> RANGE = ObjectForm.of(fields -> {
        var name = fields.required("name", text(), Range::name);
        var from = fields.required("from_s", TrackJson.time(), Range::from);
        var to = fields.required("to_s", TrackJson.time(), Range::to);
        return read -> new Range(read.get(name), read.get(from), read.get(to));
    });

    public static final SectionForm<Ranges> FORM = new SectionForm<>(Ranges.SECTION, ObjectForm.of(fields -> {
        var marked = fields.required("marked", list(RANGE, 0, Ranges.MOST), Ranges::ranges);
        return read -> new Ranges(read.get(marked));
    }));

    private RangesJson() {}
}
