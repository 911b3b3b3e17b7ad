package foldback.engine.document.spec;

import foldback.core.time.FrameRate;
import foldback.core.warp.Kernel;
import foldback.media.ffmpeg.VideoCodec;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * What a deliverable is to be.
 *
 * @param width of its picture, pixels; of both eyes' together
 * @param height of its picture
 * @param layout what it shows, and to which eyes
 * @param bits of a sample, 8 or 10
 * @param rate of its frames; absent for the take's own
 * @param encoderThreads part of the document, since another number gives other bytes
 * @param segmentFrames frames of a separately encoded piece; absent to have it chosen by the length of the render
 * @param sound that goes along, if any
 * @param colours what its values mean
 */
public record RenderSpec(
        int width,
        int height,
        Layout layout,
        Coding coding,
        int bits,
        Kernel kernel,
        Optional<FrameRate> rate,
        int encoderThreads,
        Optional<Integer> segmentFrames,
        Optional<Soundtrack> sound,
        Colours colours) {
    /** What a deliverable's values mean. */
    public enum Colours {
        /** They are the footage's, corrected. */
        FOOTAGE,
        /** They have gone through the recipe's transform. */
        TRANSFORMED,
        /** Rec.2100 in hybrid log-gamma. */
        HLG,
        /** Rec.2100 in the perceptual quantiser. */
        PQ;

        static Colours ofHdr(String word) {
            return valueOf(word.toUpperCase(Locale.ROOT));
        }

        public boolean isHdr() {
            return this == HLG || this == PQ;
        }
    }

    public RenderSpec {
        layout.check(width, height);
        VideoCodec codec = coding.codec();
        if (!codec.bits().contains(bits)) {
            throw new IllegalArgumentException(codec.words() + " has "
                    + codec.bits().stream().map(String::valueOf).collect(Collectors.joining(" or "))
                    + " bits a sample, not " + bits + ": choose other bits or another codec.");
        }
        if (codec.isImages() && sound.filter(Soundtrack::isInside).isPresent()) {
            throw new IllegalArgumentException(
                    codec.words()
                            + " hold no sound: have it written as a WAV file beside them ('sound_place': 'beside'), or leave it out.");
        }
        if (codec.holdsLight() && colours != Colours.FOOTAGE) {
            throw new IllegalArgumentException(codec.words()
                    + " hold light itself: neither a transform nor HDR goes together with them. Choose other images.");
        }
        if (colours.isHdr() && bits < 10) {
            throw new IllegalArgumentException(
                    colours + " shows steps in skies with fewer than 10 bits a sample: choose 10 bits.");
        }
    }

    /** Whether colours go through the recipe's transform. */
    public boolean transformed() {
        return colours == Colours.TRANSFORMED;
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
                width, height, layout, coding, bits, kernel, rate, encoderThreads, Optional.of(frames), sound, colours);
    }

    /** The name of the recipe's framing that it shows; empty for a part of the sphere. */
    public Optional<String> framing() {
        return layout.framing();
    }

    public VideoCodec codec() {
        return coding.codec();
    }
}
