package foldback.engine.document;

import static foldback.engine.form.Forms.degrees;
import static foldback.engine.form.Forms.list;
import static foldback.engine.form.Forms.number;
import static foldback.engine.form.Forms.oneOf;
import static foldback.engine.form.Forms.seconds;
import static foldback.engine.form.Forms.text;
import static foldback.engine.form.Forms.whole;

import foldback.core.recipe.geometry.ExpectedMismatch;
import foldback.core.recipe.geometry.Geometry;
import foldback.core.recipe.geometry.LensDoubt;
import foldback.core.recipe.geometry.RigMeasure;
import foldback.core.recipe.geometry.RigPair;
import foldback.core.run.Verdict;
import foldback.core.solve.RigReason;
import foldback.engine.document.rig.RigJson;
import foldback.engine.form.object.ObjectForm;
import java.util.List;

/** A take's geometry as JSON: a rig with where it comes from. */
public final class GeometryJson {
    /** Of a value that the footage does not decide: it has no bound of its own. */
    private static final double MOST_DOUBT = 1e6;

    private static final ObjectForm<RigPair> PAIR = ObjectForm.of(fields -> {
        var first = fields.required("first", text(), RigPair::first);
        var second = fields.required("second", text(), RigPair::second);
        var points = fields.required("points", whole(0, Integer.MAX_VALUE), RigPair::points);
        var rms = fields.required("rms_deg", degrees(0, 180), RigPair::rmsRad);
        var most = fields.required("p95_deg", degrees(0, 180), RigPair::mostRad);
        var covered = fields.required(
                "covered",
                number(0, 1).described("share of what both lenses see that has points near it"),
                RigPair::covered);
        return read -> new RigPair(
                read.get(first), read.get(second), read.get(points), read.get(rms), read.get(most), read.get(covered));
    });

    private static final ObjectForm<LensDoubt> DOUBT = ObjectForm.of(fields -> {
        var slot = fields.required("slot", text(), LensDoubt::slot);
        var turn = fields.required(
                "turn_deg",
                degrees(0, MOST_DOUBT).described("of where it points against the mean of all"),
                LensDoubt::turnRad);
        var focal = fields.required("focal_share", number(0, MOST_DOUBT), LensDoubt::focalShare);
        var centre = fields.required("centre_px", number(0, MOST_DOUBT), LensDoubt::centrePx);
        var undecided = fields.required(
                "undecided",
                list(text()).described("what the points say no more of than was known before"),
                LensDoubt::undecided);
        return read ->
                new LensDoubt(read.get(slot), read.get(turn), read.get(focal), read.get(centre), read.get(undecided));
    });

    private static final ObjectForm<ExpectedMismatch> EXPECTED = ObjectForm.of(fields -> {
        var seams = fields.required(
                "seams_deg",
                degrees(0, 180).described("by how much two lenses disagree on far things where their pictures meet"),
                ExpectedMismatch::seamsRad);
        var lens = fields.required(
                "lens_deg",
                degrees(0, 180).described("mapping error over the whole of the lenses"),
                ExpectedMismatch::lensRad);
        return read -> new ExpectedMismatch(read.get(seams), read.get(lens));
    });

    private static final ObjectForm<RigMeasure> MEASURE = ObjectForm.of(fields -> {
        var algorithm = fields.required("algorithm", whole(1, 1000), RigMeasure::algorithm);
        var verdict = fields.required("verdict", oneOf(Verdict.class), RigMeasure::verdict);
        var reasons = fields.required("reasons", ReasonJson.of(RigReason.class), RigMeasure::reasons);
        var residual = fields.required(
                "residual_deg",
                degrees(0, 180).described("by how much lenses disagree on their points, root mean square"),
                RigMeasure::residualRad);
        var expected = fields.optional(
                "expected", EXPECTED.described("what the rig is off by, root mean square"), RigMeasure::expected);
        var moments = fields.required(
                "moments_s", list(seconds()).described("take times whose pictures were compared"), RigMeasure::moments);
        var meeting = fields.unusual(
                "meeting_m",
                MeetingJson.FORM.described("proposed distance at which the seams meet; missing where all is far"),
                Double.POSITIVE_INFINITY,
                RigMeasure::meetingMetres);
        var points = fields.required(
                "points", text().described("SHA-256 of the tie points that it was solved from"), RigMeasure::points);
        var pairs = fields.required("pairs", list(PAIR), RigMeasure::pairs);
        var lenses = fields.required(
                "lenses", list(DOUBT).described("standard deviations of each lens's numbers"), RigMeasure::lenses);
        return read -> new RigMeasure(
                read.get(algorithm),
                read.get(verdict),
                read.get(reasons),
                read.get(residual),
                read.get(expected),
                read.get(moments),
                read.get(meeting),
                read.get(points),
                read.get(pairs),
                read.get(lenses));
    });

    public static final SectionForm<Geometry> FORM = new SectionForm<>(Geometry.SECTION, ObjectForm.of(fields -> {
        var source = fields.required("source", text(), Geometry::source);
        var rig = fields.inline(RigJson.FORM, Geometry::rig);
        var measure = fields.optional(
                "measure",
                MEASURE.described("what the last solve said; kept beside numbers set by hand afterwards"),
                Geometry::measure);
        var points = fields.optional(
                "points",
                text().described("SHA-256 of the take's tie points, a document of their own beside the recipe"),
                Geometry::points);
        var off = fields.unusual(
                "off",
                list(text()).described("slots of lenses whose pictures are not used; all are on where it is missing"),
                List.of(),
                Geometry::off);
        return read ->
                new Geometry(read.get(rig), read.get(source), read.get(measure), read.get(points), read.get(off));
    }));

    private GeometryJson() {}
}
