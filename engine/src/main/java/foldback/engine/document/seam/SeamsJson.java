package foldback.engine.document.seam;

import static foldback.engine.form.Forms.degrees;
import static foldback.engine.form.Forms.list;
import static foldback.engine.form.Forms.number;
import static foldback.engine.form.Forms.oneOf;
import static foldback.engine.form.Forms.seconds;
import static foldback.engine.form.Forms.text;
import static foldback.engine.form.Forms.whole;

import foldback.core.keys.Amount;
import foldback.core.keys.Track;
import foldback.core.recipe.SeamMeasure;
import foldback.core.recipe.Seams;
import foldback.core.seam.guard.Guard;
import foldback.engine.document.MeetingJson;
import foldback.engine.document.SectionForm;
import foldback.engine.document.TrackJson;
import foldback.engine.form.object.ObjectForm;
import java.util.List;

/** How lenses meet, as JSON. */
public final class SeamsJson {
    private static final double MOST_TURNS_DEGREES = 36_000;

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

    private static final ObjectForm<Guard> GUARD = ObjectForm.of(fields -> {
        var name = fields.required("name", text().described("what it is drawn round"), Guard::name);
        var lens = fields.optional(
                "lens",
                text().described("that keeps it; the one that sees its middle best where it is missing"),
                Guard::lens);
        var yaw = fields.required("yaw_deg", TrackJson.angles(-MOST_TURNS_DEGREES, MOST_TURNS_DEGREES), Guard::yaw);
        var pitch = fields.required("pitch_deg", TrackJson.angles(-90, 90), Guard::pitch);
        var turn = fields.required(
                "turn_deg",
                TrackJson.angles(-MOST_TURNS_DEGREES, MOST_TURNS_DEGREES)
                        .described("from the rig's horizontal to its length, clockwise as seen"),
                Guard::turn);
        double least = Math.toDegrees(Guard.LEAST_SIZE);
        double most = Math.toDegrees(Guard.MOST_SIZE);
        var length = fields.required(
                "length_deg", TrackJson.angles(least, most).described("from its middle to its end"), Guard::length);
        var width = fields.required(
                "width_deg", TrackJson.angles(least, most).described("from its middle to its side"), Guard::width);
        var strength = fields.unusual(
                "strength",
                TrackJson.amounts(0, 1).described("0 leaves seams where they are, 1 takes them all the way round"),
                Track.still(new Amount(1)),
                Guard::strength);
        var edge = fields.required("edge_deg", degrees(0, Math.toDegrees(Guard.MOST_EDGE)), Guard::edge);
        return read -> new Guard(
                read.get(name),
                read.get(lens),
                read.get(yaw),
                read.get(pitch),
                read.get(turn),
                read.get(length),
                read.get(width),
                read.get(strength),
                read.get(edge));
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
        var guards = fields.unusual(
                "guards",
                list(GUARD, 0, Seams.MOST_GUARDS).described("areas that one lens keeps whole: seams go round them"),
                List.of(),
                Seams::guards);
        var strokes = fields.unusual(
                "strokes",
                list(StrokeJson.FORM, 0, Seams.MOST_STROKES)
                        .described("where lenses are painted in or out; the later one lies on top"),
                List.of(),
                Seams::strokes);
        var measure = fields.optional("measure", MEASURE, Seams::measure);
        return read -> new Seams(
                read.get(way),
                read.get(feather),
                read.get(meeting),
                read.get(memory),
                read.get(guards),
                read.get(strokes),
                read.get(measure));
    }));

    private SeamsJson() {}
}
