package foldback.engine.document;

import static foldback.engine.form.Forms.list;
import static foldback.engine.form.Forms.text;

import foldback.core.recipe.RangeValues;
import foldback.core.recipe.Ranges;
import foldback.core.recipe.Ranges.Range;
import foldback.engine.document.steady.SteadyJson;
import foldback.engine.form.object.ObjectForm;

/** Named parts of a take as JSON. */
public final class RangesJson {
    private static final ObjectForm<RangeValues> OWN = ObjectForm.of(fields -> {
        var level = fields.optional("level", LevelJson.FORM.form(), RangeValues::level);
        var steady = fields.optional(
                "steady",
                SteadyJson.SETTINGS.described("what of the turning that was measured is shown"),
                RangeValues::steady);
        var framing = fields.optional("framing", FramingJson.FORM.form(), RangeValues::framing);
        return read -> new RangeValues(read.get(level), read.get(steady), read.get(framing));
    });

    private static final ObjectForm<Range> RANGE = ObjectForm.of(fields -> {
        var name = fields.required("name", text(), Range::name);
        var from = fields.required("from_s", TrackJson.time(), Range::from);
        var to = fields.required("to_s", TrackJson.time(), Range::to);
        var own = fields.optional(
                "own",
                OWN.described("What it has of its own when it is handed over; the rest is as the take has it."),
                Range::own);
        return read -> new Range(read.get(name), read.get(from), read.get(to), read.get(own));
    });

    public static final SectionForm<Ranges> FORM = new SectionForm<>(Ranges.SECTION, ObjectForm.of(fields -> {
        var marked = fields.required("marked", list(RANGE, 0, Ranges.MOST), Ranges::ranges);
        return read -> new Ranges(read.get(marked));
    }));

    private RangesJson() {}
}
