package foldback.engine.document;

import static foldback.engine.form.Forms.exact;
import static foldback.engine.form.Forms.hash;
import static foldback.engine.form.Forms.list;
import static foldback.engine.form.Forms.name;
import static foldback.engine.form.Forms.number;
import static foldback.engine.form.Forms.oneOf;
import static foldback.engine.form.Forms.text;
import static foldback.engine.form.Forms.whole;

import foldback.core.balance.BalanceReason;
import foldback.core.picture.ColourTags;
import foldback.core.recipe.light.Balance;
import foldback.core.recipe.light.BalanceMeasure;
import foldback.core.recipe.light.Highlights;
import foldback.core.recipe.light.LensBalance;
import foldback.core.recipe.light.NoiseReduction;
import foldback.core.recipe.light.Stops;
import foldback.core.recipe.light.Transform;
import foldback.core.recipe.light.TrimTracks;
import foldback.core.run.Verdict;
import foldback.core.tone.CurveChoice;
import foldback.core.tone.SampledCurve;
import foldback.core.tone.Vignetting;
import foldback.engine.form.Form;
import foldback.engine.form.object.ObjectForm;
import java.util.List;
import java.util.Optional;

/** Exposure and white balance as JSON. A value that does not change is an object, one that does a list of such with times. */
public final class BalanceJson {
    private static final String SHOWN = "rec709";
    /** Measured differences between lenses, stops. */
    private static final double MOST_MEASURED = 100;
    /** Linear light of a table; white is 1. */
    private static final double MOST_LIGHT = 1e6;

    private static final ObjectForm<BalanceMeasure> MEASURE = ObjectForm.of(fields -> {
        var algorithm = fields.required("algorithm", whole(1, 1000), BalanceMeasure::algorithm);
        var verdict = fields.required("verdict", oneOf(Verdict.class), BalanceMeasure::verdict);
        var reasons = fields.required("reasons", ReasonJson.of(BalanceReason.class), BalanceMeasure::reasons);
        var before = fields.required("before_stops", number(0, MOST_MEASURED), BalanceMeasure::beforeStops);
        var residual = fields.required("residual_stops", number(0, MOST_MEASURED), BalanceMeasure::residualStops);
        var patches = fields.required("patches", whole(0, Integer.MAX_VALUE), BalanceMeasure::patches);
        return read -> new BalanceMeasure(
                read.get(algorithm),
                read.get(verdict),
                read.get(reasons),
                read.get(before),
                read.get(residual),
                read.get(patches));
    });

    private static final Form<Vignetting> VIGNETTING = ObjectForm.<Vignetting>of(fields -> {
                var square = fields.required("square_stops", vignetting(), Vignetting::square);
                var fourth = fields.required("fourth_stops", vignetting(), Vignetting::fourth);
                var sixth = fields.required("sixth_stops", vignetting(), Vignetting::sixth);
                return read -> new Vignetting(read.get(square), read.get(fourth), read.get(sixth));
            })
            .described("What lenses lose towards their rims, to be given back: square r^2 + fourth r^4 + sixth r^6, "
                    + "r the share of the used field.");

    private static final ObjectForm<Stops> STOPS = ObjectForm.of(fields -> {
        var exposure = fields.required("exposure_stops", stops(), Stops::exposure);
        var red = fields.required("red_stops", stops(), Stops::red);
        var green = fields.required("green_stops", stops(), Stops::green);
        var blue = fields.required("blue_stops", stops(), Stops::blue);
        return read -> new Stops(read.get(exposure), read.get(red), read.get(green), read.get(blue));
    });

    private static final ObjectForm<LensBalance> LENS = ObjectForm.of(fields -> {
        var slot = fields.required("slot", text(), LensBalance::slot);
        var measured = fields.required(
                "measured",
                TrackJson.together(STOPS).described("What was measured; a list of keys where it changes over time."),
                LensBalance::measured);
        var trim = fields.required("trim", TrimJson.FORM.described("What was set by hand on top."), LensBalance::trim);
        var vignetting = fields.optional("vignetting", VIGNETTING, LensBalance::vignetting);
        return read -> new LensBalance(read.get(slot), read.get(measured), read.get(trim), read.get(vignetting));
    });

    private static final ObjectForm<SampledCurve> SAMPLED = ObjectForm.of(fields -> {
        var name = fields.required("name", name(), SampledCurve::name);
        var samples = fields.required(
                "samples",
                list(exact(-MOST_LIGHT, MOST_LIGHT), SampledCurve.LEAST, SampledCurve.MOST),
                SampledCurve::samples);
        return read -> new SampledCurve(read.get(name), read.get(samples));
    });

    private static final ObjectForm<CurveChoice> CURVE = ObjectForm.of(fields -> {
        var known = fields.optional(
                "curve",
                oneOf(ColourTags.Curve.class).described("The clips' curve where it is not as their files say."),
                CurveChoice::known);
        var sampled = fields.optional(
                "linear",
                SAMPLED.described(
                        "Light by evenly spaced signals from 0 to 1, rising: the curve of clips whose files say "
                                + "none or a wrong one. Not beside 'curve'."),
                CurveChoice::sampled);
        fields.oneOrNone("curve", "linear");
        return read -> new CurveChoice(read.get(known), read.get(sampled));
    });

    private static final ObjectForm<NoiseReduction> NOISE = ObjectForm.of(fields -> {
        var temporal = fields.required("temporal", number(0, NoiseReduction.MOST), NoiseReduction::temporal);
        var spatial = fields.required("spatial", number(0, NoiseReduction.MOST), NoiseReduction::spatial);
        return read -> new NoiseReduction(read.get(temporal), read.get(spatial));
    });

    private static final ObjectForm<Transform.CubeFile> CUBE = ObjectForm.of(fields -> {
        var file = fields.required("file", text(), Transform.CubeFile::file);
        var hash = fields.required("sha256", hash(), Transform.CubeFile::sha256);
        return read -> new Transform.CubeFile(read.get(file), read.get(hash));
    });

    private static final ObjectForm<Transform> TRANSFORM = ObjectForm.of(fields -> {
        fields.optional(
                "to",
                oneOf(List.of(SHOWN)),
                (Transform transform) -> transform.cube().isPresent() ? Optional.empty() : Optional.of(SHOWN));
        var cube = fields.optional("cube", CUBE, Transform::cube);
        fields.one("to", "cube");
        return read -> new Transform(read.get(cube));
    });

    public static final SectionForm<Balance> FORM = new SectionForm<>(Balance.SECTION, ObjectForm.of(fields -> {
        var measure = fields.optional("measure", MEASURE, Balance::measure);
        var curve = fields.inline(CURVE, Balance::curve);
        var vignetting = fields.unusual("vignetting", VIGNETTING, Vignetting.NONE, Balance::vignetting);
        var lenses = fields.required("lenses", list(LENS), Balance::lenses);
        var whole = fields.assumed(
                "whole",
                TrimJson.FORM.described(
                        "Set by hand for all lenses. A number that is left out is 0; a list of keys changes over time."),
                TrimTracks.NONE,
                Balance::whole);
        var reference = fields.optional(
                "reference",
                text().described("Slot of the lens that is left as it is; else their mean is."),
                Balance::reference);
        var highlights = fields.assumed("highlights", oneOf(Highlights.class), Highlights.CUT, Balance::highlights);
        var over = fields.assumed(
                "over_stops",
                number(0, 2 * Stops.MOST)
                        .described("By how much the brightest places come over full scale, as measured."),
                0.0,
                Balance::overStops);
        var noise = fields.unusual(
                "noise",
                NOISE.described("How much noise is taken out of the clips before they are stitched."),
                NoiseReduction.NONE,
                Balance::noise);
        var transform = fields.optional(
                "transform",
                TRANSFORM.described(
                        "From the footage's colours to those that are shown; what is delivered goes through "
                                + "it where the spec says so."),
                Balance::transform);
        return read -> new Balance(
                read.get(measure),
                read.get(curve),
                read.get(vignetting),
                read.get(lenses),
                read.get(whole),
                read.get(reference),
                read.get(highlights),
                read.get(over),
                read.get(transform),
                read.get(noise));
    }));

    private BalanceJson() {}

    private static Form<Double> vignetting() {
        return number(-Vignetting.MOST, Vignetting.MOST);
    }

    private static Form<Double> stops() {
        return number(-Stops.MOST, Stops.MOST);
    }
}
