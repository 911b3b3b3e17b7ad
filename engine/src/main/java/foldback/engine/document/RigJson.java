package foldback.engine.document;

import static foldback.engine.document.Numbers.degrees;
import static foldback.engine.document.Numbers.round;

import foldback.core.lens.ClosedFormFisheye;
import foldback.core.lens.FisheyeLens;
import foldback.core.lens.ImageCircle;
import foldback.core.lens.Lens;
import foldback.core.lens.LensFrame;
import foldback.core.lens.RectilinearLens;
import foldback.core.rig.Rig;
import foldback.core.rig.RigCard;
import foldback.core.rig.RigLens;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Rigs and rig cards as JSON. */
public final class RigJson {
    private static final List<String> MODELS =
            List.of("fisheye", "equisolid", "stereographic", "orthographic", "rectilinear");
    private static final double MOST_METRES = 1000;
    private static final double MOST_PX = 128_000;
    /** Of a term of distortion; those of real lenses stay under 10. */
    private static final double MOST_TERM = 1000;

    private RigJson() {}

    /** Reads a rig card's rig. */
    public static Rig readCard(String text) {
        return CardJson.read(text).rig();
    }

    /** A card that says nothing but its rig. */
    public static String writeCard(Rig rig) {
        return CardJson.write(new RigCard(rig, Optional.empty(), ""));
    }

    static Rig read(Fields fields) {
        String name = fields.text("name", Fields.MOST_NAME);
        List<RigLens> lenses = fields.list("lenses", RigJson::readLens);
        return fields.checked(() -> new Rig(name, lenses));
    }

    static void write(Rig rig, ObjectNode into) {
        into.put("name", rig.name());
        ArrayNode lenses = into.putArray("lenses");
        rig.lenses().forEach(lens -> writeLens(lens, lenses.addObject()));
    }

    private static RigLens readLens(Fields fields) {
        Lens lens = readModel(fields);
        double[] pupil =
                fields.has("pupil_m") ? fields.numbers("pupil_m", 3, -MOST_METRES, MOST_METRES) : new double[3];
        return new RigLens(
                fields.text("slot"),
                lens,
                Rotation.ofYawPitchRoll(
                        Math.toRadians(fields.number("yaw_deg", -360, 360)),
                        Math.toRadians(fields.number("pitch_deg", -180, 180)),
                        Math.toRadians(fields.number("roll_deg", -360, 360))),
                new Position(pupil[0], pupil[1], pupil[2]));
    }

    private static double term(Fields fields, String key) {
        return fields.has(key) ? fields.number(key, -MOST_TERM, MOST_TERM) : 0;
    }

    private static Lens readModel(Fields fields) {
        String model = fields.oneOf("model", MODELS);
        int width = fields.whole("width", 16, 32000);
        int height = fields.whole("height", 16, 32000);
        Optional<ImageCircle> circle = Optional.empty();
        if (fields.has("circle")) {
            Fields c = fields.object("circle");
            double radius = c.number("radius_px", 1, 64000);
            circle = Optional.of(new ImageCircle(
                    c.number("centre_x_px", -MOST_PX, MOST_PX), c.number("centre_y_px", -MOST_PX, MOST_PX), radius));
            c.end();
        }
        LensFrame frame = new LensFrame(
                width,
                height,
                fields.number("centre_x_px", -MOST_PX, MOST_PX),
                fields.number("centre_y_px", -MOST_PX, MOST_PX),
                circle);
        double focal = fields.number("focal_px", 1, 1e6);
        return switch (model) {
            case "fisheye" ->
                new FisheyeLens(
                        frame, focal, term(fields, "k1"), term(fields, "k2"), term(fields, "k3"), term(fields, "k4"));
            case "rectilinear" ->
                new RectilinearLens(
                        frame,
                        focal,
                        term(fields, "k1"),
                        term(fields, "k2"),
                        term(fields, "k3"),
                        term(fields, "p1"),
                        term(fields, "p2"));
            default ->
                new ClosedFormFisheye(frame, ClosedFormFisheye.Kind.valueOf(model.toUpperCase(Locale.ROOT)), focal);
        };
    }

    private static void writeLens(RigLens rigLens, ObjectNode node) {
        Lens lens = rigLens.lens();
        LensFrame frame = lens.frame();
        node.put("slot", rigLens.slot()).put("model", modelOf(lens));
        node.put("width", frame.width()).put("height", frame.height());
        node.put("focal_px", round(lens.focalPx()));
        node.put("centre_x_px", round(frame.cx())).put("centre_y_px", round(frame.cy()));
        if (lens instanceof FisheyeLens l) {
            node.put("k1", l.k1()).put("k2", l.k2()).put("k3", l.k3()).put("k4", l.k4());
        } else if (lens instanceof RectilinearLens l) {
            node.put("k1", l.k1())
                    .put("k2", l.k2())
                    .put("k3", l.k3())
                    .put("p1", l.p1())
                    .put("p2", l.p2());
        }
        frame.circle()
                .ifPresent(c -> node.putObject("circle")
                        .put("centre_x_px", round(c.cx()))
                        .put("centre_y_px", round(c.cy()))
                        .put("radius_px", round(c.radius())));
        Rotation turn = rigLens.rigFromLens();
        node.put("yaw_deg", degrees(turn.yaw()))
                .put("pitch_deg", degrees(turn.pitch()))
                .put("roll_deg", degrees(turn.roll()));
        node.putArray("pupil_m")
                .add(rigLens.pupil().x())
                .add(rigLens.pupil().y())
                .add(rigLens.pupil().z());
    }

    private static String modelOf(Lens lens) {
        if (lens instanceof ClosedFormFisheye closed) {
            return closed.kind().name().toLowerCase(Locale.ROOT);
        }
        return lens instanceof RectilinearLens ? "rectilinear" : "fisheye";
    }
}
