package foldback.engine.document;

import static foldback.engine.form.Forms.degrees;
import static foldback.engine.form.Forms.exact;
import static foldback.engine.form.Forms.like;
import static foldback.engine.form.Forms.list;
import static foldback.engine.form.Forms.oneOf;
import static foldback.engine.form.Forms.seconds;

import foldback.core.keys.Easing;
import foldback.core.keys.Key;
import foldback.core.keys.RotationKeys;
import foldback.core.level.GuideLine;
import foldback.core.recipe.Level;
import foldback.core.recipe.LevelLine;
import foldback.core.recipe.LevelLine.LensPoint;
import foldback.core.space.Rotation;
import foldback.engine.form.object.ObjectForm;
import java.util.List;

/** A take's level as JSON, in degrees. */
public final class LevelJson {
    private static final double MOST_PIXELS = 1e5;
    private static final int MOST_KEYS = 100_000;
    private static final int MOST_LINES = 1000;

    private static final ObjectForm<Rotation> ANGLES = ObjectForm.of(fields -> {
        var yaw = fields.required("yaw_deg", degrees(-360, 360), Rotation::yaw);
        var pitch = fields.required("pitch_deg", degrees(-360, 360), Rotation::pitch);
        var roll = fields.required("roll_deg", degrees(-360, 360), Rotation::roll);
        return read -> Rotation.ofYawPitchRoll(read.get(yaw), read.get(pitch), read.get(roll));
    });

    private static final ObjectForm<Key<Rotation>> KEY = ObjectForm.of(fields -> {
        var at = fields.required("at_s", seconds(), Key<Rotation>::seconds);
        var turned = fields.inline(ANGLES, Key<Rotation>::value);
        var way = fields.unusual(
                "way",
                oneOf(Easing.class).described("To the next key; a curve where nothing is said."),
                Easing.CURVE,
                Key<Rotation>::easing);
        return read -> new Key<>(read.get(at), read.get(turned), read.get(way));
    });

    private static final ObjectForm<LensPoint> POINT = ObjectForm.of(fields -> {
        var slot = fields.required("slot", like("[A-Z][A-Z0-9]?", "a capital letter, or two signs"), LensPoint::slot);
        var x = fields.required("x_px", exact(-MOST_PIXELS, MOST_PIXELS), LensPoint::x);
        var y = fields.required("y_px", exact(-MOST_PIXELS, MOST_PIXELS), LensPoint::y);
        return read -> new LensPoint(read.get(slot), read.get(x), read.get(y));
    });

    private static final ObjectForm<LevelLine> LINE = ObjectForm.of(fields -> {
        var kind = fields.required(
                "kind",
                oneOf(GuideLine.Kind.class).described("Whether it hangs plumb in the world, or is a sea's horizon."),
                LevelLine::kind);
        var at = fields.required("at_s", seconds(), LevelLine::seconds);
        var points = fields.required(
                "points",
                list(POINT, 2, MOST_LINES).described("Places along it in the pictures of lenses, in their own size."),
                LevelLine::points);
        return read -> new LevelLine(read.get(kind), read.get(at), read.get(points));
    });

    public static final SectionForm<Level> FORM = new SectionForm<>(Level.SECTION, ObjectForm.of(fields -> {
        var yaw = fields.required("yaw_deg", degrees(-360, 360), Level::yaw);
        var pitch = fields.required("pitch_deg", degrees(-360, 360), Level::pitch);
        var roll = fields.required("roll_deg", degrees(-360, 360), Level::roll);
        var keys = fields.optional(
                "keys",
                list(KEY, 1, MOST_KEYS).described("The level over time, in place of the three angles."),
                level -> level.keys().map(RotationKeys::keys));
        var lines = fields.unusual(
                "lines",
                list(LINE, 0, MOST_LINES)
                        .described("Lines that say which way is up; nothing follows from them by itself."),
                List.of(),
                Level::lines);
        return read -> new Level(
                read.get(yaw), read.get(pitch), read.get(roll), read.get(keys).map(RotationKeys::new), read.get(lines));
    }));

    private LevelJson() {}
}
