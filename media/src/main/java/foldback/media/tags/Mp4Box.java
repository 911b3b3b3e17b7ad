package foldback.media.tags;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;

/** A box of an ISO base media file in memory (ISO/IEC 14496-12): either bytes, or bytes followed by child boxes. */
final class Mp4Box {
    final String type;
    /** What stands before the children. */
    byte[] head;

    final List<Mp4Box> children;

    Mp4Box(String type, byte[] head, List<Mp4Box> children) {
        this.type = type;
        this.head = head;
        this.children = new ArrayList<>(children);
    }

    static Mp4Box of(String type, byte[] body) {
        return new Mp4Box(type, body, List.of());
    }

    /** Parses boxes that follow each other; known containers are parsed down to the sample entries. */
    static List<Mp4Box> parse(ByteBuffer bytes) {
        List<Mp4Box> boxes = new ArrayList<>();
        while (bytes.remaining() >= 8) {
            long size = bytes.getInt() & 0xffffffffL;
            byte[] name = new byte[4];
            bytes.get(name);
            String type = new String(name, StandardCharsets.ISO_8859_1);
            long length = size == 1 ? bytes.getLong() - 16 : size - 8;
            if (length < 0 || length > bytes.remaining()) {
                throw new IllegalArgumentException("box '" + type + "' is cut off");
            }
            byte[] body = new byte[(int) length];
            bytes.get(body);
            boxes.add(parse(type, body));
        }
        return boxes;
    }

    private static Mp4Box parse(String type, byte[] body) {
        int headLength = switch (type) {
            case "moov", "trak", "mdia", "minf", "stbl" -> 0;
            case "stsd" -> 8;
            case "avc1", "hvc1", "hev1", "avc3", "av01", "apcn", "apch" -> 78;
            default -> body.length;
        };
        headLength = Math.min(headLength, body.length);
        byte[] head = java.util.Arrays.copyOf(body, headLength);
        return new Mp4Box(type, head, parse(ByteBuffer.wrap(body, headLength, body.length - headLength)));
    }

    Mp4Box child(String wanted) {
        return children.stream()
                .filter(box -> box.type.equals(wanted))
                .findFirst()
                .orElse(null);
    }

    long size() {
        return 8 + head.length + children.stream().mapToLong(Mp4Box::size).sum();
    }

    void write(ByteArrayOutputStream out) {
        out.writeBytes(ByteBuffer.allocate(4).putInt((int) size()).array());
        out.writeBytes(type.getBytes(StandardCharsets.ISO_8859_1));
        out.writeBytes(head);
        children.forEach(child -> child.write(out));
    }
}
