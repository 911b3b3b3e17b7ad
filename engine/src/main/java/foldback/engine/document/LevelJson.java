package foldback.engine.document;

import static foldback.engine.form.Forms.degrees;

import foldback.core.recipe.Level;
import foldback.engine.form.object.ObjectForm;

/** A take's level as JSON, in degrees. */
public final class LevelJson {
    public static final SectionForm<Level> FORM = new SectionForm<>(Level.SECTION, ObjectForm.of(fields -> {
        var yaw = fields.required("yaw_deg", degrees(-360, 360), Level::yaw);
        var pitch = fields.required("pitch_deg", degrees(-360, 360), Level::pitch);
        var roll = fields.required("roll_deg", degrees(-360, 360), Level::roll);
        return read -> new Level(read.get(yaw), read.get(pitch), read.get(roll));
    }));

    private LevelJson() {}
}
