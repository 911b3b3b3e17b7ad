package foldback.engine.document;

import foldback.core.recipe.Seams;
import java.util.List;
import tools.jackson.databind.node.ObjectNode;

/** How lenses meet, as JSON. */
public final class SeamsJson {
    public static final SectionForm<Seams> FORM = new SectionForm<>(Seams.SECTION, SeamsJson::read, SeamsJson::write);

    private static final String WAY = "way";
    private static final String FEATHER = "feather";
    private static final String MEETING = "meeting_m";

    private SeamsJson() {}

    private static Seams read(Fields fields) {
        fields.oneOf(WAY, List.of(FEATHER));
        double feather = Math.toRadians(fields.number("feather_deg", 0, 90));
        double meeting = fields.has(MEETING) ? fields.number(MEETING, 0.2, 1e6) : Double.POSITIVE_INFINITY;
        return new Seams(feather, meeting);
    }

    private static void write(Seams seams, ObjectNode node) {
        node.put(WAY, FEATHER).put("feather_deg", Numbers.degrees(seams.feather()));
        if (Double.isFinite(seams.meetingMetres())) {
            node.put(MEETING, seams.meetingMetres());
        }
    }
}
