package foldback.engine.document.seam;

import static foldback.engine.form.Forms.list;
import static foldback.engine.form.Forms.number;
import static foldback.engine.form.Forms.oneOf;
import static foldback.engine.form.Forms.text;

import foldback.core.matte.During;
import foldback.core.matte.Stroke;
import foldback.core.matte.Stroke.Spot;
import foldback.engine.document.TrackJson;
import foldback.engine.form.Form;
import foldback.engine.form.object.ObjectForm;
import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/** Strokes of paint as JSON. */
final class StrokeJson {
    private static final ObjectForm<During> DURING = ObjectForm.of(fields -> {
        var from = fields.required("from_s", TrackJson.time(), During::from);
        var to = fields.required("to_s", TrackJson.time(), During::to);
        var fade = fields.unusual(
                "fade_s",
                number(0, During.MOST_FADE).described("over which it comes before its start and goes after its end"),
                0.0,
                During::fade);
        return read -> new During(read.get(from), read.get(to), read.get(fade));
    });

    static final ObjectForm<Stroke> FORM = ObjectForm.of(fields -> {
        var lens = fields.required("lens", text().described("in whose picture it lies"), Stroke::lens);
        var kind = fields.required(
                "kind",
                oneOf(Stroke.Kind.class)
                        .described("Whether the lens is used, or left out, or earlier strokes are cleared."),
                Stroke::kind);
        var shape = fields.unusual(
                "shape",
                oneOf(Stroke.Shape.class).described("A line of the brush, or what its outline holds."),
                Stroke.Shape.LINE,
                Stroke::shape);
        var spots = fields.required(
                "spots", spots().described("x and y in turn, shares of the picture's width and height"), Stroke::spots);
        var radius = fields.required(
                "radius", number(0, Stroke.MOST_RADIUS).described("share of the picture's height"), Stroke::radius);
        var edge = fields.unusual(
                "edge",
                number(0, Stroke.MOST_EDGE).described("over which it fades out beyond that"),
                0.0,
                Stroke::edge);
        var during = fields.optional("during", DURING, Stroke::during);
        return read -> new Stroke(
                read.get(lens),
                read.get(kind),
                read.get(shape),
                read.get(spots),
                read.get(radius),
                read.get(edge),
                read.get(during));
    });

    private StrokeJson() {}

    private static Form<List<Spot>> spots() {
        double beside = Stroke.MOST_BESIDE;
        return list(number(-beside, 1 + beside), 2, 2 * Stroke.MOST_SPOTS)
                .as(
                        StrokeJson::paired,
                        spots -> spots.stream()
                                .flatMap(spot -> Stream.of(spot.x(), spot.y()))
                                .toList());
    }

    private static List<Spot> paired(List<Double> places) {
        if (places.size() % 2 != 0) {
            throw new IllegalArgumentException("'spots' has an x and a y for each.");
        }
        return IntStream.range(0, places.size() / 2)
                .mapToObj(n -> new Spot(places.get(2 * n), places.get(2 * n + 1)))
                .toList();
    }
}
