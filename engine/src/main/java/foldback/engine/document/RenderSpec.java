package foldback.engine.document;

import foldback.core.warp.Kernel;
import foldback.media.ffmpeg.EncoderSettings;
import java.util.List;
import java.util.Optional;

/**
 * What a deliverable is to be.
 *
 * @param width of its picture, pixels
 * @param height of its picture; half the width of a sphere
 * @param framing the name of the recipe's framing that it shows; empty for the whole sphere
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
        int width,
        int height,
        Optional<String> framing,
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
        if (framing.isEmpty() && width != 2 * height) {
            throw new IllegalArgumentException("A whole sphere is twice as wide as high: " + width + " x " + height
                    + ". Choose another size, or a framing.");
        }
        if (crf.isPresent() == bitRateKbps.isPresent()) {
            throw new IllegalArgumentException("either a quality or a bit rate must be given, and not both");
        }
        if (bits != 8 && bits != 10) {
            throw new IllegalArgumentException("'bits' must be 8 or 10: " + bits);
        }
    }

    public static RenderSpec read(String text) {
        return SpecJson.DOCUMENT.read(text);
    }

    public String write() {
        return SpecJson.DOCUMENT.write(this);
    }

    /** The same in pieces of a stated length. */
    public RenderSpec withSegmentFrames(int frames) {
        return new RenderSpec(
                width,
                height,
                framing,
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
