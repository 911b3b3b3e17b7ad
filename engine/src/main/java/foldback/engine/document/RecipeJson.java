package foldback.engine.document;

import static foldback.engine.document.Numbers.degrees;

import foldback.core.recipe.ClipRef;
import foldback.core.recipe.Level;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.Seams;
import foldback.core.recipe.Sync;
import foldback.core.recipe.geometry.Geometry;
import foldback.core.recipe.light.Balance;
import foldback.core.time.FrameRate;
import java.util.List;
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
        Balance balance = BalanceJson.read(root.object("balance"));
        Seams seams = readSeams(root.object("seams"));
        Level level = readLevel(root.object("level"));
        root.end();
        return root.checked(() -> new Recipe(rate, clips, sync, geometry, balance, seams, level));
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
        BalanceJson.write(recipe.balance(), root.putObject("balance"));
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
}
