package foldback.engine.document;

import static foldback.engine.form.Forms.degrees;
import static foldback.engine.form.Forms.hash;
import static foldback.engine.form.Forms.list;
import static foldback.engine.form.Forms.number;
import static foldback.engine.form.Forms.oneOf;
import static foldback.engine.form.Forms.seconds;
import static foldback.engine.form.Forms.whole;

import foldback.core.recipe.depth.Depth;
import foldback.core.recipe.depth.DepthCurve;
import foldback.core.recipe.depth.DepthMeasure;
import foldback.engine.form.object.ObjectForm;

/** How two eyes show depth, as JSON. */
public final class DepthJson {
    private static final int MOST_MOMENTS = 10_000;

    private static final ObjectForm<DepthCurve.Point> POINT = ObjectForm.of(fields -> {
        var filmed = fields.required("filmed_deg", degrees(-45, 45), DepthCurve.Point::filmed);
        var wanted = fields.required("wanted_deg", degrees(-45, 45), DepthCurve.Point::wanted);
        return read -> new DepthCurve.Point(read.get(filmed), read.get(wanted));
    });

    private static final ObjectForm<DepthMeasure.Moment> MOMENT = ObjectForm.of(fields -> {
        var at = fields.required("at_s", seconds(), DepthMeasure.Moment::seconds);
        var far = fields.required(
                "far_deg", degrees(-90, 90).described("disparity of the farthest things"), DepthMeasure.Moment::far);
        var near = fields.required(
                "near_deg", degrees(-90, 90).described("disparity of the nearest things"), DepthMeasure.Moment::near);
        var vertical = fields.required(
                "vertical_deg",
                degrees(0, 90).described("vertical mismatch, root mean square"),
                DepthMeasure.Moment::vertical);
        var told = fields.required(
                "told",
                number(0, 1).described("share of what both eyes see whose disparity was told"),
                DepthMeasure.Moment::told);
        return read -> new DepthMeasure.Moment(
                read.get(at), read.get(far), read.get(near), read.get(vertical), read.get(told));
    });

    private static final ObjectForm<DepthMeasure> MEASURE = ObjectForm.of(fields -> {
        var algorithm = fields.required("algorithm", whole(1, 1000), DepthMeasure::algorithm);
        var rig = fields.required("rig", hash(), DepthMeasure::rig);
        var moments = fields.required("moments", list(MOMENT, 1, MOST_MOMENTS), DepthMeasure::moments);
        return read -> new DepthMeasure(read.get(algorithm), read.get(rig), read.get(moments));
    });

    public static final SectionForm<Depth> FORM = new SectionForm<>(Depth.SECTION, ObjectForm.of(fields -> {
        double most = Math.toDegrees(Depth.MOST_SCREEN);
        var screen = fields.required(
                "screen_deg",
                TrackJson.angles(-most, most)
                        .described("disparity of what lies at the screen plane; 0 for what is far"),
                Depth::screen);
        var curve = fields.unusual(
                "curve",
                list(POINT, 0, DepthCurve.MOST_POINTS)
                        .described(
                                "what is wanted of the disparities that were filmed: lines between points, going on beyond them")
                        .as(DepthCurve::new, DepthCurve::points),
                DepthCurve.NONE,
                Depth::curve);
        var edge = fields.optional(
                "edge_deg",
                degrees(Math.toDegrees(Depth.LEAST_EDGE), Math.toDegrees(Depth.MOST_EDGE))
                        .described("how far from what is ahead the eyes show something"),
                Depth::edge);
        var soft = fields.unusual(
                "edge_soft_deg",
                degrees(0, Math.toDegrees(Depth.MOST_EDGE_SOFT)).described("over what of it the picture fades"),
                Depth.USUAL_EDGE_SOFT,
                Depth::edgeSoft);
        var shown = fields.unusual("shown_on", oneOf(Depth.ShownOn.class), Depth.ShownOn.HEADSET, Depth::shownOn);
        var measure = fields.optional("measure", MEASURE, Depth::measure);
        return read -> new Depth(
                read.get(screen), read.get(curve), read.get(edge), read.get(soft), read.get(shown), read.get(measure));
    }));

    private DepthJson() {}
}
