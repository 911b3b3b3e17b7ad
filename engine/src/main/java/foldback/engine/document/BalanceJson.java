package foldback.engine.document;

import static foldback.engine.document.Numbers.lower;
import static foldback.engine.document.Numbers.round;

import foldback.core.keys.Amount;
import foldback.core.keys.Key;
import foldback.core.keys.Track;
import foldback.core.keys.Values;
import foldback.core.picture.ColourTags;
import foldback.core.recipe.light.Balance;
import foldback.core.recipe.light.BalanceMeasure;
import foldback.core.recipe.light.Highlights;
import foldback.core.recipe.light.LensBalance;
import foldback.core.recipe.light.NoiseReduction;
import foldback.core.recipe.light.Stops;
import foldback.core.recipe.light.Transform;
import foldback.core.recipe.light.Trim;
import foldback.core.recipe.light.TrimTracks;
import foldback.core.run.Verdict;
import foldback.core.tone.CurveChoice;
import foldback.core.tone.Falloff;
import foldback.core.tone.SampledCurve;
import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.function.Function;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Exposure and white balance as JSON. A value that does not change is an object, one that does a list of such with times. */
public final class BalanceJson {
    public static final SectionForm<Balance> FORM =
            new SectionForm<>(Balance.SECTION, BalanceJson::read, BalanceJson::write);

    private static final String AT = "at_s";
    private static final String SHOWN = "rec709";
    /** Measured differences between lenses, stops. */
    private static final double MOST_MEASURED = 100;
    /** Linear light of a table; white is 1. */
    private static final double MOST_LIGHT = 1e6;

    private BalanceJson() {}

    private static Balance read(Fields fields) {
        Optional<BalanceMeasure> measure =
                fields.has("measure") ? Optional.of(measure(fields.object("measure"))) : Optional.empty();
        CurveChoice curve = curve(fields);
        Falloff falloff = fields.has("vignetting") ? falloff(fields.object("vignetting")) : Falloff.NONE;
        List<LensBalance> lenses = fields.list(
                "lenses",
                f -> new LensBalance(
                        f.text("slot"),
                        track(f, "measured", BalanceJson::stops),
                        trims(f, "trim"),
                        f.has("vignetting") ? Optional.of(falloff(f.object("vignetting"))) : Optional.empty()));
        TrimTracks whole = fields.has("whole") ? trims(fields, "whole") : TrimTracks.NONE;
        Optional<String> reference = fields.optionalText("reference");
        Highlights highlights =
                fields.has("highlights") ? fields.oneOf(Highlights.class, "highlights") : Highlights.CUT;
        double over = fields.has("over_stops") ? fields.number("over_stops", 0, 2 * Stops.MOST) : 0;
        Optional<Transform> transform =
                fields.has("transform") ? Optional.of(transform(fields.object("transform"))) : Optional.empty();
        NoiseReduction noise = fields.has("noise") ? noise(fields.object("noise")) : NoiseReduction.NONE;
        return new Balance(measure, curve, falloff, lenses, whole, reference, highlights, over, transform, noise);
    }

    private static CurveChoice curve(Fields fields) {
        Optional<ColourTags.Curve> known =
                fields.has("curve") ? Optional.of(fields.oneOf(ColourTags.Curve.class, "curve")) : Optional.empty();
        Optional<SampledCurve> sampled = Optional.empty();
        if (fields.has("linear")) {
            Fields linear = fields.object("linear");
            String name = linear.text("name", Fields.MOST_NAME);
            List<Double> samples = linear.numbers("samples", -MOST_LIGHT, MOST_LIGHT);
            sampled = Optional.of(linear.checked(() -> new SampledCurve(name, samples)));
            linear.end();
        }
        Optional<SampledCurve> table = sampled;
        return fields.checked(() -> new CurveChoice(known, table));
    }

    private static NoiseReduction noise(Fields n) {
        NoiseReduction noise = new NoiseReduction(
                n.number("temporal", 0, NoiseReduction.MOST), n.number("spatial", 0, NoiseReduction.MOST));
        n.end();
        return noise;
    }

    private static Transform transform(Fields t) {
        if (!t.has("cube")) {
            t.oneOf("to", List.of(SHOWN));
            t.end();
            return Transform.SHOWN;
        }
        Fields c = t.object("cube");
        Transform.CubeFile cube = c.checked(() -> new Transform.CubeFile(c.text("file"), c.text("sha256")));
        c.end();
        t.end();
        return new Transform(Optional.of(cube));
    }

    private static BalanceMeasure measure(Fields m) {
        BalanceMeasure measure = new BalanceMeasure(
                m.whole("algorithm", 1, 1000),
                m.oneOf(Verdict.class, "verdict"),
                m.text("reason"),
                m.number("before_stops", 0, MOST_MEASURED),
                m.number("residual_stops", 0, MOST_MEASURED),
                m.whole("patches", 0, Integer.MAX_VALUE));
        m.end();
        return measure;
    }

    private static Falloff falloff(Fields f) {
        Falloff falloff = new Falloff(
                f.number("square_stops", -Falloff.MOST, Falloff.MOST),
                f.number("fourth_stops", -Falloff.MOST, Falloff.MOST),
                f.number("sixth_stops", -Falloff.MOST, Falloff.MOST));
        f.end();
        return falloff;
    }

    private static <V extends Values<V>> Track<V> track(Fields fields, String key, Function<Fields, V> read) {
        if (!fields.isList(key)) {
            Fields one = fields.object(key);
            V value = read.apply(one);
            one.end();
            return Track.still(value);
        }
        List<Key<V>> keys = fields.list(
                key, f -> new Key<>(f.number(AT, -Fields.MOST_SECONDS, Fields.MOST_SECONDS), read.apply(f)));
        return fields.checked(() -> new Track<>(keys));
    }

    private static Stops stops(Fields f) {
        return new Stops(
                stop(f, "exposure_stops"), stop(f, "red_stops"), stop(f, "green_stops"), stop(f, "blue_stops"));
    }

    private static TrimTracks trims(Fields fields, String key) {
        Fields f = fields.object(key);
        TrimTracks trims = new TrimTracks(
                stops(f, "exposure_stops"),
                TrackJson.read(f, "temperature_mired", -Trim.MOST_MIRED, Trim.MOST_MIRED),
                stops(f, "tint_stops"),
                stops(f, "red_stops"),
                stops(f, "green_stops"),
                stops(f, "blue_stops"),
                TrackJson.read(f, "black", -Trim.MOST_BLACK, Trim.MOST_BLACK));
        f.end();
        return trims;
    }

    private static Track<Amount> stops(Fields f, String key) {
        return TrackJson.read(f, key, -Stops.MOST, Stops.MOST);
    }

    private static double stop(Fields fields, String key) {
        return fields.number(key, -Stops.MOST, Stops.MOST);
    }

    private static void write(Balance balance, ObjectNode node) {
        balance.measure()
                .ifPresent(m -> node.putObject("measure")
                        .put("algorithm", m.algorithm())
                        .put("verdict", lower(m.verdict()))
                        .put("reason", m.reason())
                        .put("before_stops", round(m.beforeStops()))
                        .put("residual_stops", round(m.residualStops()))
                        .put("patches", m.patches()));
        balance.curve().known().ifPresent(curve -> node.put("curve", lower(curve)));
        balance.curve().sampled().ifPresent(curve -> {
            ArrayNode samples =
                    node.putObject("linear").put("name", curve.name()).putArray("samples");
            curve.samples().forEach(samples::add);
        });
        if (!balance.falloff().isNone()) {
            write(balance.falloff(), node.putObject("vignetting"));
        }
        ArrayNode lenses = node.putArray("lenses");
        for (LensBalance lens : balance.lenses()) {
            ObjectNode each = lenses.addObject().put("slot", lens.slot());
            write(lens.measured(), each, "measured", BalanceJson::write);
            write(lens.trim(), each.putObject("trim"));
            lens.falloff().ifPresent(falloff -> write(falloff, each.putObject("vignetting")));
        }
        write(balance.whole(), node.putObject("whole"));
        balance.reference().ifPresent(slot -> node.put("reference", slot));
        node.put("highlights", lower(balance.highlights())).put("over_stops", round(balance.overStops()));
        if (!balance.noise().isNone()) {
            node.putObject("noise")
                    .put("temporal", round(balance.noise().temporal()))
                    .put("spatial", round(balance.noise().spatial()));
        }
        balance.transform().ifPresent(transform -> write(transform, node.putObject("transform")));
    }

    private static void write(Falloff falloff, ObjectNode node) {
        node.put("square_stops", round(falloff.square()))
                .put("fourth_stops", round(falloff.fourth()))
                .put("sixth_stops", round(falloff.sixth()));
    }

    private static void write(Transform transform, ObjectNode node) {
        if (transform.cube().isEmpty()) {
            node.put("to", SHOWN);
            return;
        }
        Transform.CubeFile cube = transform.cube().get();
        node.putObject("cube").put("file", cube.file()).put("sha256", cube.sha256());
    }

    private static <V extends Values<V>> void write(
            Track<V> track, ObjectNode to, String key, BiConsumer<V, ObjectNode> write) {
        if (!track.keyed()) {
            write.accept(track.keys().get(0).value(), to.putObject(key));
            return;
        }
        ArrayNode keys = to.putArray(key);
        for (Key<V> each : track.keys()) {
            write.accept(each.value(), keys.addObject().put(AT, round(each.seconds())));
        }
    }

    private static void write(Stops stops, ObjectNode node) {
        node.put("exposure_stops", round(stops.exposure()))
                .put("red_stops", round(stops.red()))
                .put("green_stops", round(stops.green()))
                .put("blue_stops", round(stops.blue()));
    }

    private static void write(TrimTracks trims, ObjectNode node) {
        TrackJson.write(trims.exposure(), node, "exposure_stops");
        TrackJson.write(trims.temperature(), node, "temperature_mired");
        TrackJson.write(trims.tint(), node, "tint_stops");
        TrackJson.write(trims.red(), node, "red_stops");
        TrackJson.write(trims.green(), node, "green_stops");
        TrackJson.write(trims.blue(), node, "blue_stops");
        TrackJson.write(trims.black(), node, "black");
    }
}
