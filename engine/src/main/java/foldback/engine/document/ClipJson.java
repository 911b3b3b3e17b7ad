package foldback.engine.document;

import static foldback.engine.form.Forms.exact;
import static foldback.engine.form.Forms.hash;
import static foldback.engine.form.Forms.multiple;
import static foldback.engine.form.Forms.seconds;
import static foldback.engine.form.Forms.text;

import foldback.core.picture.Area;
import foldback.core.recipe.ClipRef;
import foldback.engine.form.object.ObjectForm;

/** A recipe's clips as JSON. */
public final class ClipJson {
    private static final int MOST_PIXELS = 1 << 16;

    private static final ObjectForm<Area> AREA = ObjectForm.of(fields -> {
        var left = fields.required("left_px", multiple(2, 0, MOST_PIXELS), Area::left);
        var top = fields.required("top_px", multiple(2, 0, MOST_PIXELS), Area::top);
        var width = fields.required("width_px", multiple(2, 2, MOST_PIXELS), Area::width);
        var height = fields.required("height_px", multiple(2, 2, MOST_PIXELS), Area::height);
        return read -> new Area(read.get(left), read.get(top), read.get(width), read.get(height));
    });

    public static final ObjectForm<ClipRef> FORM = ObjectForm.of(fields -> {
        var slot = fields.required("slot", text(), ClipRef::slot);
        var file = fields.required(
                "file",
                text().described("path below the media folder, or below a footage folder whose name comes first"),
                ClipRef::file);
        var hash = fields.required("sha256", hash(), ClipRef::sha256);
        var offset = fields.required("offset_seconds", seconds(), ClipRef::offsetSeconds);
        var drift = fields.unusual(
                "drift_ppm",
                exact(-ClipRef.MOST_DRIFT, ClipRef.MOST_DRIFT)
                        .described(
                                "by how much the clip's second is longer than the take's, parts per million; 0 if not given"),
                0.0,
                ClipRef::driftPpm);
        var area = fields.optional(
                "area", AREA.described("where the lens's picture is in a file that holds several"), ClipRef::area);
        return read -> new ClipRef(
                read.get(slot), read.get(file), read.get(hash), read.get(offset), read.get(drift), read.get(area));
    });

    private ClipJson() {}
}
