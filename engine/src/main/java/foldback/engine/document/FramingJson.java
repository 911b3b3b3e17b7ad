package foldback.engine.document;

import static foldback.engine.form.Forms.list;
import static foldback.engine.form.Forms.oneOf;
import static foldback.engine.form.Forms.text;
import static foldback.engine.form.Forms.whole;

import foldback.core.framing.FrameShape;
import foldback.core.framing.Framing;
import foldback.core.framing.Framing.Aspect;
import foldback.core.recipe.Framings;
import foldback.engine.form.object.ObjectForm;

/** Framings as JSON; angles in degrees. */
public final class FramingJson {
    private static final double MOST_TURNS_DEGREES = 36_000;

    private static final ObjectForm<Aspect> ASPECT = ObjectForm.of(fields -> {
        var width = fields.required("width", whole(1, 100), Aspect::width);
        var height = fields.required("height", whole(1, 100), Aspect::height);
        return read -> new Aspect(read.get(width), read.get(height));
    });

    private static final ObjectForm<Framing> FRAMING = ObjectForm.of(fields -> {
        var name = fields.required("name", text().described("what deliverables call it by"), Framing::name);
        var shape = fields.required("shape", oneOf(FrameShape.class), Framing::shape);
        var aspect = fields.required("aspect", ASPECT, Framing::aspect);
        var yaw = fields.required(
                "yaw_deg",
                TrackJson.angles(-MOST_TURNS_DEGREES, MOST_TURNS_DEGREES)
                        .described("of its middle; goes on beyond half a turn where it goes round"),
                Framing::yaw);
        var pitch = fields.required("pitch_deg", TrackJson.angles(-90, 90), Framing::pitch);
        var roll =
                fields.required("roll_deg", TrackJson.angles(-MOST_TURNS_DEGREES, MOST_TURNS_DEGREES), Framing::roll);
        var field = fields.required(
                "field_deg",
                TrackJson.angles(Math.toDegrees(FrameShape.LEAST_FIELD), 360)
                        .described("from its left side to its right side"),
                Framing::field);
        return read -> new Framing(
                read.get(name),
                read.get(shape),
                read.get(aspect),
                read.get(yaw),
                read.get(pitch),
                read.get(roll),
                read.get(field));
    });

    public static final SectionForm<Framings> FORM = new SectionForm<>(Framings.SECTION, ObjectForm.of(fields -> {
        var framings = fields.required("framings", list(FRAMING, 0, Framings.MOST), Framings::framings);
        return read -> new Framings(read.get(framings));
    }));

    private FramingJson() {}
}
