package foldback.media.tags;

import java.nio.ByteBuffer;
import java.util.Optional;

/**
 * What a film says of itself.
 *
 * @param part of the sphere that each eye is shown; empty for a flat picture
 */
public record SphereTags(Optional<Part> part, Arrangement arrangement) {
    /** A flat picture for both eyes: there is nothing to be said. */
    public static final SphereTags NONE = new SphereTags(Optional.empty(), Arrangement.ONE);

    /** A whole sphere for both eyes. */
    public static final SphereTags WHOLE = new SphereTags(Optional.of(Part.WHOLE), Arrangement.ONE);

    /** A quarter of the way round, as a share of it in 32 bits: so much is missing on both sides of what is ahead. */
    private static final int QUARTER = 0x40000000;

    /** How much of the sphere is there. */
    public enum Part {
        WHOLE,
        /** What is ahead, 180 degrees across and down. */
        HALF
    }

    /** Where the eyes' pictures are. */
    public enum Arrangement {
        /** One picture for both. */
        ONE("mono"),
        /** The left eye's above the right eye's. */
        ABOVE("top-bottom"),
        /** The left eye's to the left of the right eye's. */
        BESIDE("left-right");

        private final String word;

        Arrangement(String word) {
            this.word = word;
        }
    }

    /** What {@code st3d} holds: version, flags and the arrangement. */
    byte[] stereoBox() {
        return new byte[] {0, 0, 0, 0, (byte) arrangement.ordinal()};
    }

    /** What {@code equi} holds: version, flags, and what is missing at the top, bottom, left and right, as shares of the whole in 32 bits. */
    Optional<byte[]> boundsBox() {
        return part.map(shown -> {
            int beside = shown == Part.HALF ? QUARTER : 0;
            return ByteBuffer.allocate(20)
                    .putInt(0)
                    .putInt(0)
                    .putInt(0)
                    .putInt(beside)
                    .putInt(beside)
                    .array();
        });
    }

    /** What the XML for old readers says beyond that it is a whole sphere; of less than that they know nothing. */
    Optional<String> words() {
        return part.filter(shown -> shown == Part.WHOLE)
                .map(shown -> arrangement == Arrangement.ONE
                        ? ""
                        : "<GSpherical:StereoMode>" + arrangement.word + "</GSpherical:StereoMode>");
    }
}
