package foldback.engine.document;

import static foldback.engine.form.Forms.degrees;
import static foldback.engine.form.Forms.number;
import static foldback.engine.form.Forms.oneOf;
import static foldback.engine.form.Forms.seconds;
import static foldback.engine.form.Forms.whole;

import foldback.core.recipe.SeamMeasure;
import foldback.core.recipe.Seams;
import foldback.engine.form.object.ObjectForm;

/** How lenses meet, as JSON. */
public final class SeamsJson {
    private static final ObjectForm<SeamMeasure> MEASURE = ObjectForm.of(fields -> {
        var algorithm = fields.required("algorithm", whole(1, 1000), SeamMeasure::algorithm);
        var from = fields.required("from_s", seconds(), SeamMeasure::fromSeconds);
        var to = fields.required("to_s", seconds(), SeamMeasure::toSeconds);
        var apart = fields.required(
                "apart_deg",
                degrees(0, 180)
                        .described(
                                "how far apart lenses show the same, root mean square over the worst seam at its worst"),
                SeamMeasure::apartRad);
        var worst = fields.required("worst_s", seconds(), SeamMeasure::worstSeconds);
        return read ->
                new SeamMeasure(read.get(algorithm), read.get(from), read.get(to), read.get(apart), read.get(worst));
    });

    public static final SectionForm<Seams> FORM = new SectionForm<>(Seams.SECTION, ObjectForm.of(fields -> {
        var way = fields.required(
                "way",
                oneOf(Seams.Way.class)
                        .described("Whether lenses fade into each other, or are warped onto each other first."),
                Seams::way);
        var feather = fields.required("feather_deg", degrees(0, 90), Seams::feather);
        var meeting = fields.unusual(
                "meeting_m",
                MeetingJson.FORM.described(
                        "distance at which the pictures of lenses meet; far away where it is missing"),
                Double.POSITIVE_INFINITY,
                Seams::meetingMetres);
        var memory = fields.unusual(
                "flow_memory_s",
                number(0, Seams.MOST_MEMORY)
                        .described("over what time the flow is taken together; 0 is each frame by itself"),
                Seams.USUAL_MEMORY,
                Seams::memorySeconds);
        var measure = fields.optional("measure", MEASURE, Seams::measure);
        return read ->
                new Seams(read.get(way), read.get(feather), read.get(meeting), read.get(memory), read.get(measure));
    }));

    private SeamsJson() {}
}
