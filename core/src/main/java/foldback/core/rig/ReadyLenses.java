package foldback.core.rig;

import java.util.List;
import java.util.Locale;

/** Lenses of common optical kinds to start from; a real one differs a little from them. */
public final class ReadyLenses {

    /**
     * A kind of lens.
     *
     * @param name for people
     * @param model as rig cards name it
     * @param fieldDeg angle across the lit disc, or across the picture's width where there is none, degrees
     * @param disc whether the picture is a lit disc
     */
    public record Kind(String name, String model, double fieldDeg, boolean disc) {}

    private static final List<Kind> KINDS = List.of(
            fisheye("equidistant", "fisheye", 180),
            fisheye("equidistant", "fisheye", 195),
            fisheye("equidistant", "fisheye", 210),
            fisheye("equidistant", "fisheye", 235),
            fisheye("equisolid", "equisolid", 180),
            fisheye("equisolid", "equisolid", 200),
            fisheye("stereographic", "stereographic", 180),
            fisheye("orthographic", "orthographic", 178),
            new Kind("Fisheye over the whole picture, 130° wide", "fisheye", 130, false),
            new Kind("Rectilinear, 120° wide", "rectilinear", 120, false),
            new Kind("Rectilinear, 92° wide", "rectilinear", 92, false),
            new Kind("Rectilinear, 75° wide", "rectilinear", 75, false));

    private ReadyLenses() {}

    private static Kind fisheye(String law, String model, double field) {
        return new Kind(String.format(Locale.ROOT, "Fisheye, %s, %.0f°", law, field), model, field, true);
    }

    public static List<Kind> all() {
        return KINDS;
    }
}
