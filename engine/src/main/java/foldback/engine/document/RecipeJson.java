package foldback.engine.document;

import static foldback.engine.document.Numbers.degrees;
import static foldback.engine.document.Numbers.round;

import foldback.core.recipe.Balance;
import foldback.core.recipe.BalanceMeasure;
import foldback.core.recipe.ClipRef;
import foldback.core.recipe.LensBalance;
import foldback.core.recipe.Level;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.Seams;
import foldback.core.recipe.Stops;
import foldback.core.recipe.Sync;
import foldback.core.recipe.geometry.Geometry;
import foldback.core.time.FrameRate;
import java.util.List;
import java.util.Optional;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Recipes as JSON. */
public final class RecipeJson {
    private RecipeJson() {}

    public static Recipe read(String text) {
        Fields root = Fields.root(text, "recipe");
        FrameRate rate = root.checked(() -> FrameRate.parse(root.text("rate")));
        List<ClipRef> clips = root.list("clips", ClipJson::read);
        Sync sync = root.has("sync") ? SyncJson.read(root.object("sync")) : Sync.NONE;
        Geometry geometry = GeometryJson.read(root.object("rig"));
        Balance balance = readBalance(root.object("balance"));
        Seams seams = readSeams(root.object("seams"));
        Level level = readLevel(root.object("level"));
        root.end();
        return root.checked(() -> new Recipe(rate, clips, sync, geometry, balance, seams, level));
    }

    private static Balance readBalance(Fields fields) {
        Optional<BalanceMeasure> measure = Optional.empty();
        if (fields.has("measure")) {
            Fields m = fields.object("measure");
            measure = Optional.of(new BalanceMeasure(
                    m.whole("algorithm", 1, 1000),
                    m.number("before_stops"),
                    m.number("residual_stops"),
                    m.whole("patches", 0, Integer.MAX_VALUE)));
            m.end();
        }
        List<LensBalance> lenses = fields.list(
                "lenses",
                f -> new LensBalance(f.text("slot"), readStops(f.object("measured")), readStops(f.object("trim"))));
        fields.end();
        return new Balance(measure, lenses);
    }

    private static Stops readStops(Fields fields) {
        Stops stops = new Stops(
                stop(fields, "exposure_stops"),
                stop(fields, "red_stops"),
                stop(fields, "green_stops"),
                stop(fields, "blue_stops"));
        fields.end();
        return stops;
    }

    private static double stop(Fields fields, String key) {
        return fields.number(key, -Stops.MOST, Stops.MOST);
    }

    private static Seams readSeams(Fields fields) {
        fields.oneOf("way", List.of("feather"));
        double feather = Math.toRadians(fields.number("feather_deg", 0, 90));
        double meeting = fields.has("meeting_m") ? fields.number("meeting_m", 0.2, 1e6) : Double.POSITIVE_INFINITY;
        fields.end();
        return new Seams(feather, meeting);
    }

    private static Level readLevel(Fields fields) {
        Level level = new Level(
                Math.toRadians(fields.number("yaw_deg", -360, 360)),
                Math.toRadians(fields.number("pitch_deg", -360, 360)),
                Math.toRadians(fields.number("roll_deg", -360, 360)));
        fields.end();
        return level;
    }

    public static String write(Recipe recipe) {
        ObjectNode root = Fields.JSON.createObjectNode();
        root.put("format", "foldback-recipe")
                .put("version", 1)
                .put("rate", recipe.rate().toString());
        ArrayNode clips = root.putArray("clips");
        for (ClipRef clip : recipe.clips()) {
            ClipJson.write(clip, clips.addObject());
        }
        SyncJson.write(recipe.sync(), root.putObject("sync"));
        GeometryJson.write(recipe.geometry(), root.putObject("rig"));
        ObjectNode balance = root.putObject("balance");
        recipe.balance()
                .measure()
                .ifPresent(m -> balance.putObject("measure")
                        .put("algorithm", m.algorithm())
                        .put("before_stops", round(m.beforeStops()))
                        .put("residual_stops", round(m.residualStops()))
                        .put("patches", m.patches()));
        ArrayNode lenses = balance.putArray("lenses");
        for (LensBalance lens : recipe.balance().lenses()) {
            ObjectNode node = lenses.addObject().put("slot", lens.slot());
            writeStops(lens.measured(), node.putObject("measured"));
            writeStops(lens.trim(), node.putObject("trim"));
        }
        Seams seams = recipe.seams();
        ObjectNode seamNode =
                root.putObject("seams").put("way", "feather").put("feather_deg", degrees(seams.feather()));
        if (Double.isFinite(seams.meetingMetres())) {
            seamNode.put("meeting_m", seams.meetingMetres());
        }
        Level level = recipe.level();
        root.putObject("level")
                .put("yaw_deg", degrees(level.yaw()))
                .put("pitch_deg", degrees(level.pitch()))
                .put("roll_deg", degrees(level.roll()));
        return Numbers.pretty(root);
    }

    private static void writeStops(Stops stops, ObjectNode node) {
        node.put("exposure_stops", round(stops.exposure()))
                .put("red_stops", round(stops.red()))
                .put("green_stops", round(stops.green()))
                .put("blue_stops", round(stops.blue()));
    }
}
