package foldback.engine.document;

import static foldback.engine.form.Forms.degrees;

import foldback.core.recipe.Seams;
import foldback.engine.form.object.ObjectForm;

/** How lenses meet, as JSON. */
public final class SeamsJson {
    public static final SectionForm<Seams> FORM = new SectionForm<>(Seams.SECTION, ObjectForm.of(fields -> {
        fields.constant("way", "feather");
        var feather = fields.required("feather_deg", degrees(0, 90), Seams::feather);
        var meeting = fields.unusual(
                "meeting_m",
                MeetingJson.FORM.described(
                        "distance at which the pictures of lenses meet; far away where it is missing"),
                Double.POSITIVE_INFINITY,
                Seams::meetingMetres);
        return read -> new Seams(read.get(feather), read.get(meeting));
    }));

    private SeamsJson() {}
}
