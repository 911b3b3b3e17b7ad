package foldback.engine.document.spec;

import static foldback.engine.form.Forms.flag;
import static foldback.engine.form.Forms.multiple;
import static foldback.engine.form.Forms.number;
import static foldback.engine.form.Forms.oneOf;
import static foldback.engine.form.Forms.rate;
import static foldback.engine.form.Forms.text;
import static foldback.engine.form.Forms.whole;

import foldback.core.warp.Canvas;
import foldback.core.warp.Kernel;
import foldback.engine.form.Form;
import foldback.engine.form.Json;
import foldback.engine.form.object.Document;
import foldback.engine.form.object.Field;
import foldback.engine.form.object.ObjectForm;
import foldback.engine.picture.Eyes;
import foldback.media.ffmpeg.EncoderSettings;
import foldback.media.ffmpeg.VideoCodec;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** Specs of deliverables as JSON. */
public final class SpecJson {
    private static final Map<Layout.Shape, String> NAMES =
            Map.of(Layout.Shape.SPHERE, "360", Layout.Shape.HALF, "180", Layout.Shape.FRAMING, "flat");

    private static final Form<Eyes> ONE_EYE = oneOf(List.of("left", "right"))
            .as(word -> Eyes.valueOf(word.toUpperCase(Locale.ROOT)), eyes -> Json.lower(eyes))
            .described("The eye whose view is shown; the left one's where nothing is said.");

    private static final Form<Eyes> TWO_EYES = oneOf(List.of("beside", "above"))
            .as(
                    word -> word.equals("beside") ? Eyes.LEFT_BESIDE_RIGHT : Eyes.LEFT_ABOVE_RIGHT,
                    eyes -> eyes == Eyes.LEFT_BESIDE_RIGHT ? "beside" : "above")
            .described("Where the left eye's view is: beside the right eye's, at its left, or above it.");

    private static final Map<String, ObjectForm<Layout>> LAYOUTS = layouts();

    private static final Map<String, ObjectForm<Coding>> CODECS = codecs();

    private static Map<String, ObjectForm<Layout>> layouts() {
        Map<String, ObjectForm<Layout>> layouts = new LinkedHashMap<>();
        for (Layout.Shape shape : Layout.Shape.values()) {
            layouts.put(name(shape, false), shown(shape, false));
            layouts.put(name(shape, true), shown(shape, true));
        }
        return layouts;
    }

    /** A single flat picture is just that. */
    private static String name(Layout.Shape shape, boolean pair) {
        return shape == Layout.Shape.FRAMING && !pair
                ? NAMES.get(shape)
                : (pair ? "stereo_" : "mono_") + NAMES.get(shape);
    }

    private static ObjectForm<Layout> shown(Layout.Shape shape, boolean pair) {
        return ObjectForm.of(fields -> {
            Optional<Field<String>> framing = shape == Layout.Shape.FRAMING
                    ? Optional.of(fields.required(
                            "framing",
                            text().described("The name of one of the recipe's framings."),
                            (Layout layout) -> layout.framing().orElseThrow()))
                    : Optional.empty();
            if (pair) {
                var eyes = fields.required("eyes", TWO_EYES, Layout::eyes);
                return read -> new Layout(shape, framing.map(read::get), read.get(eyes));
            }
            var eye = fields.optional(
                    "eye", ONE_EYE, layout -> Optional.of(layout.eyes()).filter(one -> one != Eyes.ONE));
            return read ->
                    new Layout(shape, framing.map(read::get), read.get(eye).orElse(Eyes.ONE));
        });
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
                    oneOf(EncoderSettings.PRESETS),
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

    private static final ObjectForm<Optional<Soundtrack>> SOUND = ObjectForm.of(fields -> {
        var slot = fields.optional(
                "sound_slot",
                text().described("The lens whose sound goes along; none where nothing is said."),
                (Optional<Soundtrack> sound) -> sound.flatMap(Soundtrack::slot));
        var recorded = fields.unusual(
                "sound_recording",
                flag().described("Whether the take's own recording goes along, instead of a lens's sound."),
                false,
                sound -> sound.filter(own -> own.slot().isEmpty()).isPresent());
        var level = fields.unusual(
                "sound_level_db",
                number(Soundtrack.LEAST_LEVEL, Soundtrack.MOST_LEVEL)
                        .described("How much louder it is than it was recorded; what would clip is limited."),
                0.0,
                sound -> sound.map(Soundtrack::level).orElse(0.0));
        var fadeIn = fields.unusual(
                "sound_fade_in",
                number(0, Soundtrack.LONGEST_FADE).described("seconds"),
                0.0,
                sound -> sound.map(Soundtrack::fadeIn).orElse(0.0));
        var fadeOut = fields.unusual(
                "sound_fade_out",
                number(0, Soundtrack.LONGEST_FADE).described("seconds"),
                0.0,
                sound -> sound.map(Soundtrack::fadeOut).orElse(0.0));
        var place = fields.unusual(
                "sound_place",
                oneOf(Soundtrack.Place.class).described("In the film, in a WAV file beside it, or both."),
                Soundtrack.Place.INSIDE,
                sound -> sound.map(Soundtrack::place).orElse(Soundtrack.Place.INSIDE));
        return read -> {
            if (read.get(recorded) && read.get(slot).isPresent()) {
                throw new IllegalArgumentException(
                        "'sound_slot' and 'sound_recording' do not go together: one sound goes along.");
            }
            return read.get(slot).isEmpty() && !read.get(recorded)
                    ? Optional.empty()
                    : Optional.of(new Soundtrack(
                            read.get(slot), read.get(level), read.get(fadeIn), read.get(fadeOut), read.get(place)));
        };
    });

    public static final Document<RenderSpec> DOCUMENT =
            new Document<>("spec", "Spec", List.of(), ObjectForm.of(fields -> {
                var layout = fields.variant(
                        "layout",
                        LAYOUTS,
                        shown -> name(shown.shape(), shown.eyes().isPair()),
                        RenderSpec::layout);
                var coding = fields.variant("codec", CODECS, chosen -> Json.lower(chosen.codec()), RenderSpec::coding);
                var width = fields.required("width", multiple(4, 64, Canvas.MAX_WIDTH), RenderSpec::width);
                var height = fields.required("height", multiple(2, 32, Canvas.MAX_WIDTH), RenderSpec::height);
                var bits = fields.assumed("bits", oneOf(8, 10).described("of a sample"), 8, RenderSpec::bits);
                var kernel = fields.required("kernel", oneOf(Kernel.class), RenderSpec::kernel);
                var rate = fields.optional(
                        "rate",
                        rate().described("Of its frames; the take's own where nothing is said."),
                        RenderSpec::rate);
                var threads = fields.required("encoder_threads", whole(1, 64), RenderSpec::encoderThreads);
                var segment = fields.optional(
                        "segment_frames",
                        whole(10, 100_000)
                                .described(
                                        "Frames of each separately encoded piece. Left out, it is chosen by the length of "
                                                + "the render, and a deliverable's document names what was chosen."),
                        RenderSpec::segmentFrames);
                var sound = fields.inline(SOUND, RenderSpec::sound);
                var transformed = fields.unusual("through_transform", flag(), false, RenderSpec::transformed);
                var hdr = fields.optional(
                        "hdr",
                        oneOf(List.of("hlg", "pq"))
                                .as(RenderSpec.Colours::ofHdr, Json::lower)
                                .described("Colours become those of Rec.2100, in one of its two curves."),
                        spec -> Optional.of(spec.colours()).filter(RenderSpec.Colours::isHdr));
                return read -> new RenderSpec(
                        read.get(width),
                        read.get(height),
                        read.get(layout),
                        read.get(coding),
                        read.get(bits),
                        read.get(kernel),
                        read.get(rate),
                        read.get(threads),
                        read.get(segment),
                        read.get(sound),
                        colours(read.get(transformed), read.get(hdr)));
            }));

    private static RenderSpec.Colours colours(boolean transformed, Optional<RenderSpec.Colours> hdr) {
        if (transformed && hdr.isPresent()) {
            throw new IllegalArgumentException(
                    "'through_transform' and 'hdr' do not go together: the transform's result has no light to go on from.");
        }
        return hdr.orElse(transformed ? RenderSpec.Colours.TRANSFORMED : RenderSpec.Colours.FOOTAGE);
    }

    private SpecJson() {}
}
