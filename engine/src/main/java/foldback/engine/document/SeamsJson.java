package foldback.engine.document;

import static foldback.engine.form.Forms.degrees;
import static foldback.engine.form.Forms.number;
import static foldback.engine.form.Forms.oneOf;

import foldback.core.recipe.Seams;
import foldback.engine.form.object.ObjectForm;

/** How lenses meet, as JSON. */
public final class SeamsJson {
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
        return read -> new Seams(read.get(way), read.get(feather), read.get(meeting), read.get(memory));
    }));

    private SeamsJson() {}
}
