package foldback.engine.document;

import static foldback.engine.form.Forms.flag;
import static foldback.engine.form.Forms.multiple;
import static foldback.engine.form.Forms.oneOf;
import static foldback.engine.form.Forms.text;
import static foldback.engine.form.Forms.whole;

import foldback.core.warp.Canvas;
import foldback.core.warp.Kernel;
import foldback.engine.form.Json;
import foldback.engine.form.object.Document;
import foldback.engine.form.object.ObjectForm;
import foldback.media.ffmpeg.VideoCodec;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Specs of deliverables as JSON. */
public final class SpecJson {
    private static final String SPHERE = "mono_360";
    private static final String FLAT = "flat";

    /** What a file holds: the whole sphere, or what a framing shows. */
    private static final Map<String, ObjectForm<Optional<String>>> LAYOUTS = layouts();

    private static final Map<String, ObjectForm<Coding>> CODECS = codecs();

    private static Map<String, ObjectForm<Optional<String>>> layouts() {
        Map<String, ObjectForm<Optional<String>>> layouts = new LinkedHashMap<>();
        layouts.put(SPHERE, ObjectForm.of(fields -> read -> Optional.empty()));
        layouts.put(FLAT, ObjectForm.of(fields -> {
            var framing = fields.required(
                    "framing",
                    text().described("The name of one of the recipe's framings."),
                    (Optional<String> name) -> name.orElseThrow());
            return read -> Optional.of(read.get(framing));
        }));
        return layouts;
    }

    private static Map<String, ObjectForm<Coding>> codecs() {
        Map<String, ObjectForm<Coding>> codecs = new LinkedHashMap<>();
        for (VideoCodec codec : VideoCodec.values()) {
            codecs.put(Json.lower(codec), codec.isRated() ? rated(codec) : unrated(codec));
        }
        return codecs;
    }

    private static ObjectForm<Coding> rated(VideoCodec codec) {
        return ObjectForm.of(fields -> {
            var preset = fields.required(
                    "preset",
                    oneOf(Coding.PRESETS),
                    (Coding coding) -> coding.preset().orElseThrow());
            var quality = fields.optional("quality", whole(0, 51), Coding::crf);
            var rate = fields.optional("bit_rate_kbps", whole(100, 1_000_000), Coding::bitRateKbps);
            fields.one("quality", "bit_rate_kbps");
            return read -> new Coding(codec, Optional.of(read.get(preset)), read.get(quality), read.get(rate));
        });
    }

    private static ObjectForm<Coding> unrated(VideoCodec codec) {
        return ObjectForm.of(fields -> read -> Coding.unrated(codec));
    }

    public static final Document<RenderSpec> DOCUMENT =
            new Document<>("spec", "Spec", List.of(), ObjectForm.of(fields -> {
                var layout = fields.variant(
                        "layout", LAYOUTS, framing -> framing.isPresent() ? FLAT : SPHERE, RenderSpec::framing);
                var coding = fields.variant("codec", CODECS, chosen -> Json.lower(chosen.codec()), RenderSpec::coding);
                var width = fields.required("width", multiple(4, 64, Canvas.MAX_WIDTH), RenderSpec::width);
                var height = fields.required("height", multiple(2, 32, Canvas.MAX_WIDTH), RenderSpec::height);
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
                        read.get(layout),
                        read.get(coding),
                        read.get(bits),
                        read.get(kernel),
                        read.get(threads),
                        read.get(segment),
                        read.get(sound),
                        read.get(transformed));
            }));

    private SpecJson() {}
}
