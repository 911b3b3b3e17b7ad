package foldback.media.tags;

import java.nio.ByteBuffer;

/** Moves the places where an MP4's index expects its media data. */
final class ChunkOffsets {
    private ChunkOffsets() {}

    /** Adds {@code shift} to every chunk offset; refuses where 32 bits no longer hold one. */
    static void shift(Mp4Box box, long shift) {
        if (box.type.equals("stco")) {
            ByteBuffer bytes = ByteBuffer.wrap(box.head);
            for (int i = 0; i < bytes.getInt(4); i++) {
                long moved = (bytes.getInt(8 + 4 * i) & 0xffffffffL) + shift;
                if (moved < 0 || moved > 0xffffffffL) {
                    throw new IllegalArgumentException("a 32-bit chunk offset overflows");
                }
                bytes.putInt(8 + 4 * i, (int) moved);
            }
        } else if (box.type.equals("co64")) {
            ByteBuffer bytes = ByteBuffer.wrap(box.head);
            for (int i = 0; i < bytes.getInt(4); i++) {
                bytes.putLong(8 + 8 * i, bytes.getLong(8 + 8 * i) + shift);
            }
        }
        box.children.forEach(child -> shift(child, shift));
    }
}
