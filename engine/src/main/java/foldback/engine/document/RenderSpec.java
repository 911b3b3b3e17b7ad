package foldback.engine.document;

import foldback.core.warp.Canvas;
import foldback.core.warp.Kernel;
import foldback.media.ffmpeg.EncoderSettings;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import tools.jackson.databind.node.ObjectNode;

/**
 * What a deliverable is to be.
 *
 * @param canvas its size
 * @param preset of the encoder: slower presets make smaller files
 * @param crf constant quality; absent where a bit rate is given
 * @param bitRateKbps mean bit rate; absent where a quality is given
 * @param bits of a sample, 8 or 10
 * @param encoderThreads part of the document, since another number gives other bytes
 * @param segmentFrames frames of a separately encoded piece; absent to have it chosen by the length of the render
 * @param soundSlot the lens whose sound goes along, if any
 * @param transformed whether colours go through the recipe's transform; else they stay as the footage's
 */
public record RenderSpec(
        Canvas canvas,
        String preset,
        Optional<Integer> crf,
        Optional<Integer> bitRateKbps,
        int bits,
        Kernel kernel,
        int encoderThreads,
        Optional<Integer> segmentFrames,
        Optional<String> soundSlot,
        boolean transformed) {
    public static final List<String> PRESETS =
            List.of("ultrafast", "superfast", "veryfast", "faster", "fast", "medium", "slow", "slower", "veryslow");

    public RenderSpec {
        if (crf.isPresent() == bitRateKbps.isPresent()) {
            throw new IllegalArgumentException("either 'quality' or 'bit_rate_kbps' must be given, and not both");
        }
        if (bits != 8 && bits != 10) {
            throw new IllegalArgumentException("'bits' must be 8 or 10: " + bits);
        }
    }

    public static RenderSpec read(String text) {
        Fields root = Fields.root(text, "spec");
        root.oneOf("layout", List.of("mono_360"));
        root.oneOf("codec", List.of("h264"));
        int width = root.whole("width", 64, Canvas.MAX_WIDTH);
        int height = root.whole("height", 32, Canvas.MAX_WIDTH / 2);
        String preset = root.oneOf("preset", PRESETS);
        Optional<Integer> crf = root.has("quality") ? Optional.of(root.whole("quality", 0, 51)) : Optional.empty();
        Optional<Integer> rate =
                root.has("bit_rate_kbps") ? Optional.of(root.whole("bit_rate_kbps", 100, 1_000_000)) : Optional.empty();
        int bits = root.has("bits") ? root.whole("bits", 8, 10) : 8;
        Kernel kernel =
                Kernel.valueOf(root.oneOf("kernel", List.of("fine", "quick")).toUpperCase(Locale.ROOT));
        int threads = root.whole("encoder_threads", 1, 64);
        Optional<Integer> segment =
                root.has("segment_frames") ? Optional.of(root.whole("segment_frames", 10, 100_000)) : Optional.empty();
        Optional<String> sound = root.optionalText("sound_slot");
        boolean transformed = root.has("through_transform") && root.flag("through_transform");
        root.end();
        return root.checked(() -> new RenderSpec(
                new Canvas(width, height), preset, crf, rate, bits, kernel, threads, segment, sound, transformed));
    }

    public String write() {
        ObjectNode root = Fields.JSON.createObjectNode();
        root.put("format", "foldback-spec")
                .put("version", 1)
                .put("layout", "mono_360")
                .put("codec", "h264");
        root.put("width", canvas.width()).put("height", canvas.height()).put("preset", preset);
        crf.ifPresent(value -> root.put("quality", value));
        bitRateKbps.ifPresent(value -> root.put("bit_rate_kbps", value));
        root.put("bits", bits).put("kernel", kernel.name().toLowerCase(Locale.ROOT));
        root.put("encoder_threads", encoderThreads);
        segmentFrames.ifPresent(frames -> root.put("segment_frames", frames));
        soundSlot.ifPresent(slot -> root.put("sound_slot", slot));
        if (transformed) {
            root.put("through_transform", true);
        }
        return Numbers.pretty(root);
    }

    /** The same in pieces of a stated length. */
    public RenderSpec withSegmentFrames(int frames) {
        return new RenderSpec(
                canvas,
                preset,
                crf,
                bitRateKbps,
                bits,
                kernel,
                encoderThreads,
                Optional.of(frames),
                soundSlot,
                transformed);
    }

    public List<String> rateControl() {
        return crf.map(EncoderSettings::quality).orElseGet(() -> EncoderSettings.bitRate(bitRateKbps.orElseThrow()));
    }
}
