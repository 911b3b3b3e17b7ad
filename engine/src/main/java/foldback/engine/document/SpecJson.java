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
import java.util.Optional;

/** Specs of deliverables as JSON. */
public final class SpecJson {
    /** What a file holds. */
    private enum Layout {
        MONO_360,
        FLAT
    }

    public static final Document<RenderSpec> DOCUMENT =
            new Document<>("spec", "Spec", List.of(), ObjectForm.of(fields -> {
                var layout = fields.required(
                        "layout",
                        oneOf(Layout.class).described("The whole sphere, or what a framing shows."),
                        spec -> spec.framing().isPresent() ? Layout.FLAT : Layout.MONO_360);
                var framing = fields.optional(
                        "framing",
                        text().described("The name of one of the recipe's framings; with the layout 'flat' alone."),
                        RenderSpec::framing);
                fields.constant("codec", "h264");
                var width = fields.required("width", multiple(4, 64, Canvas.MAX_WIDTH), RenderSpec::width);
                var height = fields.required("height", multiple(2, 32, Canvas.MAX_WIDTH), RenderSpec::height);
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
                        read.get(width),
                        read.get(height),
                        framed(read.get(layout), read.get(framing)),
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

    private static Optional<String> framed(Layout layout, Optional<String> framing) {
        if ((layout == Layout.FLAT) != framing.isPresent()) {
            throw new IllegalArgumentException(
                    "'framing' names what the layout 'flat' shows: give both, or neither with 'mono_360'");
        }
        return framing;
    }
}
