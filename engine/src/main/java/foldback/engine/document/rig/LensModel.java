package foldback.engine.document.rig;

import static foldback.engine.form.Forms.exact;
import static foldback.engine.form.Forms.number;

import foldback.core.lens.ClosedFormFisheye;
import foldback.core.lens.FisheyeLens;
import foldback.core.lens.Lens;
import foldback.core.lens.LensFrame;
import foldback.core.lens.RectilinearLens;
import foldback.engine.form.Json;
import foldback.engine.form.object.Field;
import foldback.engine.form.object.ObjectForm;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.IntStream;

/**
 * A lens's mapping as documents say it, apart from its picture.
 *
 * @param name of its model
 * @param terms of its distortion, in the order in which the model names them
 */
record LensModel(String name, double focalPx, List<Double> terms) {
    private static final String FISHEYE = "fisheye";
    private static final String RECTILINEAR = "rectilinear";
    /** Of a term of distortion; those of real lenses stay under 10. */
    private static final double MOST_TERM = 1000;

    private static final double MOST_FOCAL_PX = 1e6;

    /** By the names of the models. */
    static final Map<String, ObjectForm<LensModel>> FORMS = forms();

    private static Map<String, ObjectForm<LensModel>> forms() {
        Map<String, ObjectForm<LensModel>> forms = new LinkedHashMap<>();
        forms.put(FISHEYE, form(FISHEYE, "k1", "k2", "k3", "k4"));
        for (ClosedFormFisheye.Kind kind : ClosedFormFisheye.Kind.values()) {
            forms.put(nameOf(kind), form(nameOf(kind)));
        }
        forms.put(RECTILINEAR, form(RECTILINEAR, "k1", "k2", "k3", "p1", "p2"));
        return forms;
    }

    private static ObjectForm<LensModel> form(String name, String... termNames) {
        return ObjectForm.of(fields -> {
            Field<Double> focal = fields.required("focal_px", number(1, MOST_FOCAL_PX), LensModel::focalPx);
            List<Field<Double>> terms = IntStream.range(0, termNames.length)
                    .mapToObj(i -> fields.assumed(
                            termNames[i],
                            exact(-MOST_TERM, MOST_TERM),
                            0.0,
                            model -> model.terms().get(i)))
                    .toList();
            return read -> new LensModel(
                    name, read.get(focal), terms.stream().map(read::get).toList());
        });
    }

    private static String nameOf(ClosedFormFisheye.Kind kind) {
        return Json.lower(kind);
    }

    static LensModel of(Lens lens) {
        if (lens instanceof FisheyeLens l) {
            return new LensModel(FISHEYE, l.focalPx(), List.of(l.k1(), l.k2(), l.k3(), l.k4()));
        }
        if (lens instanceof RectilinearLens l) {
            return new LensModel(RECTILINEAR, l.focalPx(), List.of(l.k1(), l.k2(), l.k3(), l.p1(), l.p2()));
        }
        return new LensModel(nameOf(((ClosedFormFisheye) lens).kind()), lens.focalPx(), List.of());
    }

    Lens lens(LensFrame frame) {
        return switch (name) {
            case FISHEYE -> new FisheyeLens(frame, focalPx, terms.get(0), terms.get(1), terms.get(2), terms.get(3));
            case RECTILINEAR ->
                new RectilinearLens(
                        frame, focalPx, terms.get(0), terms.get(1), terms.get(2), terms.get(3), terms.get(4));
            default ->
                new ClosedFormFisheye(frame, ClosedFormFisheye.Kind.valueOf(name.toUpperCase(Locale.ROOT)), focalPx);
        };
    }
}
