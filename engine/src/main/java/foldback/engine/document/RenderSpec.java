package foldback.engine.document;

import foldback.core.warp.Kernel;
import foldback.media.ffmpeg.VideoCodec;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * What a deliverable is to be.
 *
 * @param width of its picture, pixels
 * @param height of its picture; half the width of a sphere
 * @param framing the name of the recipe's framing that it shows; empty for the whole sphere
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
        Coding coding,
        int bits,
        Kernel kernel,
        int encoderThreads,
        Optional<Integer> segmentFrames,
        Optional<String> soundSlot,
        boolean transformed) {
    public RenderSpec {
        if (framing.isEmpty() && width != 2 * height) {
            throw new IllegalArgumentException("A whole sphere is twice as wide as high: " + width + " x " + height
                    + ". Choose another size, or a framing.");
        }
        VideoCodec codec = coding.codec();
        if (!codec.bits().contains(bits)) {
            throw new IllegalArgumentException(codec.words() + " has "
                    + codec.bits().stream().map(String::valueOf).collect(Collectors.joining(" or "))
                    + " bits a sample, not " + bits + ": choose other bits or another codec.");
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
                coding,
                bits,
                kernel,
                encoderThreads,
                Optional.of(frames),
                soundSlot,
                transformed);
    }

    public VideoCodec codec() {
        return coding.codec();
    }
}
