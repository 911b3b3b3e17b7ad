package foldback.engine.document;

import static foldback.engine.form.Forms.flag;
import static foldback.engine.form.Forms.multiple;
import static foldback.engine.form.Forms.oneOf;
import static foldback.engine.form.Forms.text;
import static foldback.engine.form.Forms.whole;

import foldback.core.warp.Canvas;
import foldback.core.warp.Kernel;
import foldback.engine.form.object.Document;
import foldback.engine.form.object.ObjectForm;
import java.util.List;

/** Specs of deliverables as JSON. */
public final class SpecJson {
    private static final ObjectForm<Canvas> CANVAS = ObjectForm.of(fields -> {
        var width = fields.required("width", multiple(4, 64, Canvas.MAX_WIDTH), Canvas::width);
        var height = fields.required("height", multiple(2, 32, Canvas.MAX_WIDTH / 2), Canvas::height);
        return read -> new Canvas(read.get(width), read.get(height));
    });

    public static final Document<RenderSpec> DOCUMENT =
            new Document<>("spec", "Spec", List.of(), ObjectForm.of(fields -> {
                fields.constant("layout", "mono_360");
                fields.constant("codec", "h264");
                var canvas = fields.inline(CANVAS, RenderSpec::canvas);
                var preset = fields.required("preset", oneOf(RenderSpec.PRESETS), RenderSpec::preset);
                var quality = fields.optional("quality", whole(0, 51), RenderSpec::crf);
                var rate = fields.optional("bit_rate_kbps", whole(100, 1_000_000), RenderSpec::bitRateKbps);
                fields.one("quality", "bit_rate_kbps");
                var bits = fields.assumed("bits", oneOf(8, 10).described("of a sample"), 8, RenderSpec::bits);
                var kernel = fields.required("kernel", oneOf(Kernel.class), RenderSpec::kernel);
                var threads = fields.required("encoder_threads", whole(1, 64), RenderSpec::encoderThreads);
                var segment = fields.optional(
                        "segment_frames",
                        whole(10, 100_000)
                                .described(
                                        "Frames of each separately encoded piece. Left out, it is chosen by the length of "
                                                + "the render, and a deliverable's document names what was chosen."),
                        RenderSpec::segmentFrames);
                var sound = fields.optional("sound_slot", text(), RenderSpec::soundSlot);
                var transformed = fields.unusual("through_transform", flag(), false, RenderSpec::transformed);
                return read -> new RenderSpec(
                        read.get(canvas),
                        read.get(preset),
                        read.get(quality),
                        read.get(rate),
                        read.get(bits),
                        read.get(kernel),
                        read.get(threads),
                        read.get(segment),
                        read.get(sound),
                        read.get(transformed));
            }));

    private SpecJson() {}
}
