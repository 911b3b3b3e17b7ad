package foldback.engine.document.rig;

import static foldback.engine.form.Forms.degrees;
import static foldback.engine.form.Forms.exact;
import static foldback.engine.form.Forms.like;
import static foldback.engine.form.Forms.list;
import static foldback.engine.form.Forms.name;
import static foldback.engine.form.Forms.number;
import static foldback.engine.form.Forms.oneOf;
import static foldback.engine.form.Forms.whole;

import foldback.core.lens.ImageCircle;
import foldback.core.lens.LensFrame;
import foldback.core.rig.Eye;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import foldback.engine.form.Form;
import foldback.engine.form.object.ObjectForm;
import java.util.List;

/** Rigs as JSON. */
public final class RigJson {
    private static final int MOST_LENSES = 24;
    private static final double MOST_METRES = 1000;
    private static final double MOST_PX = 128_000;

    private static final ObjectForm<ImageCircle> CIRCLE = ObjectForm.of(fields -> {
        var cx = fields.required("centre_x_px", pixels(), ImageCircle::cx);
        var cy = fields.required("centre_y_px", pixels(), ImageCircle::cy);
        var radius = fields.required("radius_px", number(1, 64_000), ImageCircle::radius);
        return read -> new ImageCircle(read.get(cx), read.get(cy), read.get(radius));
    });

    private static final ObjectForm<LensFrame> FRAME = ObjectForm.of(fields -> {
        var width = fields.required("width", whole(16, 32_000), LensFrame::width);
        var height = fields.required("height", whole(16, 32_000), LensFrame::height);
        var cx = fields.required("centre_x_px", pixels(), LensFrame::cx);
        var cy = fields.required("centre_y_px", pixels(), LensFrame::cy);
        var circle = fields.optional("circle", CIRCLE.described("the lit part of the picture"), LensFrame::circle);
        return read -> new LensFrame(read.get(width), read.get(height), read.get(cx), read.get(cy), read.get(circle));
    });

    private static final ObjectForm<Rotation> TURN = ObjectForm.of(fields -> {
        var yaw = fields.required("yaw_deg", degrees(-360, 360), Rotation::yaw);
        var pitch = fields.required("pitch_deg", degrees(-180, 180), Rotation::pitch);
        var roll = fields.required("roll_deg", degrees(-360, 360), Rotation::roll);
        return read -> Rotation.ofYawPitchRoll(read.get(yaw), read.get(pitch), read.get(roll));
    });

    private static final Form<Position> PUPIL = list(exact(-MOST_METRES, MOST_METRES), 3, 3)
            .as(at -> new Position(at.get(0), at.get(1), at.get(2)), at -> List.of(at.x(), at.y(), at.z()));

    private static final ObjectForm<RigLens> LENS = ObjectForm.of(fields -> {
        var slot = fields.required("slot", like("[A-Z][A-Z0-9]?", "a capital letter, or two signs"), RigLens::slot);
        var model = fields.variant("model", LensModel.FORMS, LensModel::name, lens -> LensModel.of(lens.lens()));
        var frame = fields.inline(FRAME, lens -> lens.lens().frame());
        var turn = fields.inline(TURN, RigLens::rigFromLens);
        var pupil = fields.assumed(
                "pupil_m",
                PUPIL.described("where its entrance pupil is in the rig"),
                new Position(0, 0, 0),
                RigLens::pupil);
        var eye = fields.unusual(
                "eye",
                oneOf(Eye.class).described("the one that its picture is for; both if not given"),
                Eye.BOTH,
                RigLens::eye);
        return read -> new RigLens(
                read.get(slot), read.get(model).lens(read.get(frame)), read.get(turn), read.get(pupil), read.get(eye));
    });

    public static final ObjectForm<Rig> FORM = ObjectForm.of(fields -> {
        var name = fields.required("name", name(), Rig::name);
        var lenses = fields.required("lenses", list(LENS, 1, MOST_LENSES), Rig::lenses);
        return read -> new Rig(read.get(name), read.get(lenses));
    });

    private RigJson() {}

    private static Form<Double> pixels() {
        return number(-MOST_PX, MOST_PX);
    }
}
