package foldback.engine.document;

import foldback.core.picture.Area;
import foldback.core.recipe.ClipRef;
import java.util.Optional;
import tools.jackson.databind.node.ObjectNode;

/** A recipe's clips as JSON. */
public final class ClipJson {
    private static final int MOST_PIXELS = 1 << 16;

    private ClipJson() {}

    public static ClipRef read(Fields fields) {
        return new ClipRef(
                fields.text("slot"),
                fields.text("file"),
                fields.text("sha256"),
                fields.number("offset_seconds", -Fields.MOST_SECONDS, Fields.MOST_SECONDS),
                fields.has("drift_ppm") ? fields.number("drift_ppm", -1000, 1000) : 0,
                fields.has("area") ? Optional.of(readArea(fields.object("area"))) : Optional.empty());
    }

    private static Area readArea(Fields fields) {
        Area area = fields.checked(() -> new Area(
                fields.whole("left_px", 0, MOST_PIXELS),
                fields.whole("top_px", 0, MOST_PIXELS),
                fields.whole("width_px", 2, MOST_PIXELS),
                fields.whole("height_px", 2, MOST_PIXELS)));
        fields.end();
        return area;
    }

    public static void write(ClipRef clip, ObjectNode node) {
        node.put("slot", clip.slot())
                .put("file", clip.file())
                .put("sha256", clip.sha256())
                .put("offset_seconds", clip.offsetSeconds());
        if (clip.driftPpm() != 0) {
            node.put("drift_ppm", clip.driftPpm());
        }
        clip.area()
                .ifPresent(area -> node.putObject("area")
                        .put("left_px", area.left())
                        .put("top_px", area.top())
                        .put("width_px", area.width())
                        .put("height_px", area.height()));
    }
}
