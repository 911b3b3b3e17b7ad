package foldback.engine.document;

import static foldback.engine.document.Numbers.degrees;
import static foldback.engine.document.Numbers.lower;
import static foldback.engine.document.Numbers.round;

import foldback.core.recipe.geometry.Geometry;
import foldback.core.recipe.geometry.LensDoubt;
import foldback.core.recipe.geometry.RigMeasure;
import foldback.core.recipe.geometry.RigPair;
import foldback.core.rig.Rig;
import foldback.core.run.Verdict;
import java.util.List;
import java.util.Optional;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** A take's geometry as JSON: a rig with where it comes from. */
public final class GeometryJson {
    public static final SectionForm<Geometry> FORM =
            new SectionForm<>(Geometry.SECTION, GeometryJson::read, GeometryJson::write);

    /** Of a value that the footage does not decide: it has no bound of its own. */
    private static final double MOST_DOUBT = 1e6;

    private GeometryJson() {}

    private static Geometry read(Fields fields) {
        String source = fields.text("source");
        Rig rig = RigJson.read(fields);
        Optional<RigMeasure> measure =
                fields.has("measure") ? Optional.of(measure(fields.object("measure"))) : Optional.empty();
        Optional<String> points = fields.optionalText("points");
        List<String> off = fields.has("off") ? fields.texts("off") : List.of();
        return fields.checked(() -> new Geometry(rig, source, measure, points, off));
    }

    private static RigMeasure measure(Fields m) {
        RigMeasure measure = new RigMeasure(
                m.whole("algorithm", 1, 1000),
                m.oneOf(Verdict.class, "verdict"),
                m.text("reason"),
                Math.toRadians(m.number("residual_deg", 0, 180)),
                m.numbers("moments_s", -Fields.MOST_SECONDS, Fields.MOST_SECONDS),
                m.has("meeting_m") ? m.number("meeting_m", 0.2, 1e6) : Double.POSITIVE_INFINITY,
                m.text("points"),
                m.list("pairs", GeometryJson::pair),
                m.list("lenses", GeometryJson::doubt));
        m.end();
        return measure;
    }

    private static RigPair pair(Fields p) {
        return new RigPair(
                p.text("first"),
                p.text("second"),
                p.whole("points", 0, Integer.MAX_VALUE),
                Math.toRadians(p.number("rms_deg", 0, 180)),
                Math.toRadians(p.number("p95_deg", 0, 180)),
                p.number("covered", 0, 1));
    }

    private static LensDoubt doubt(Fields d) {
        return new LensDoubt(
                d.text("slot"),
                Math.toRadians(d.number("turn_deg", 0, MOST_DOUBT)),
                d.number("focal_share", 0, MOST_DOUBT),
                d.number("centre_px", 0, MOST_DOUBT),
                d.texts("undecided"));
    }

    private static void write(Geometry geometry, ObjectNode node) {
        node.put("source", geometry.source());
        RigJson.write(geometry.rig(), node);
        geometry.measure().ifPresent(measure -> write(measure, node.putObject("measure")));
        geometry.points().ifPresent(points -> node.put("points", points));
        if (!geometry.off().isEmpty()) {
            ArrayNode off = node.putArray("off");
            geometry.off().forEach(off::add);
        }
    }

    private static void write(RigMeasure measure, ObjectNode node) {
        node.put("algorithm", measure.algorithm())
                .put("verdict", lower(measure.verdict()))
                .put("reason", measure.reason())
                .put("residual_deg", degrees(measure.restRad()));
        ArrayNode moments = node.putArray("moments_s");
        measure.moments().forEach(moments::add);
        if (Double.isFinite(measure.meetingMetres())) {
            node.put("meeting_m", round(measure.meetingMetres()));
        }
        node.put("points", measure.points());
        ArrayNode pairs = node.putArray("pairs");
        for (RigPair pair : measure.pairs()) {
            pairs.addObject()
                    .put("first", pair.first())
                    .put("second", pair.second())
                    .put("points", pair.points())
                    .put("rms_deg", degrees(pair.rmsRad()))
                    .put("p95_deg", degrees(pair.mostRad()))
                    .put("covered", round(pair.covered()));
        }
        ArrayNode lenses = node.putArray("lenses");
        for (LensDoubt lens : measure.lenses()) {
            ArrayNode undecided = lenses.addObject()
                    .put("slot", lens.slot())
                    .put("turn_deg", degrees(lens.turnRad()))
                    .put("focal_share", round(lens.focalShare()))
                    .put("centre_px", round(lens.centrePx()))
                    .putArray("undecided");
            lens.undecided().forEach(undecided::add);
        }
    }
}
