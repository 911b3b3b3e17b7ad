package foldback.engine.document;

import foldback.core.recipe.Level;
import tools.jackson.databind.node.ObjectNode;

/** A take's level as JSON, in degrees. */
public final class LevelJson {
    public static final SectionForm<Level> FORM = new SectionForm<>(Level.SECTION, LevelJson::read, LevelJson::write);

    private LevelJson() {}

    private static Level read(Fields fields) {
        return new Level(angle(fields, "yaw_deg"), angle(fields, "pitch_deg"), angle(fields, "roll_deg"));
    }

    private static double angle(Fields fields, String key) {
        return Math.toRadians(fields.number(key, -360, 360));
    }

    private static void write(Level level, ObjectNode node) {
        node.put("yaw_deg", Numbers.degrees(level.yaw()))
                .put("pitch_deg", Numbers.degrees(level.pitch()))
                .put("roll_deg", Numbers.degrees(level.roll()));
    }
}
