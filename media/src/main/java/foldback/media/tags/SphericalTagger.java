package foldback.media.tags;

import foldback.media.MediaException;
import foldback.media.NoRoomException;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.List;
import java.util.function.Consumer;

/**
 * Writes a copy of an MP4 that says what of the sphere it shows, and to which eyes: Spherical Video V2 boxes ({@code st3d},
 * {@code sv3d}) in the sample entry of the picture, and for whole spheres the V1 {@code uuid} with its XML for old readers. The index comes
 * first in the copy, so that it plays while it loads.
 */
public final class SphericalTagger {
    private static final byte[] V1_UUID = ByteBuffer.allocate(16)
            .putLong(0xffcc8263f8554a93L)
            .putLong(0x8814587a02521fddL)
            .array();
    private static final String V1_XML = """
            <?xml version="1.0"?><rdf:SphericalVideo xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#" \
            xmlns:GSpherical="http://ns.google.com/videos/1.0/spherical/">\
            <GSpherical:Spherical>true</GSpherical:Spherical>\
            <GSpherical:Stitched>true</GSpherical:Stitched>\
            <GSpherical:StitchingSoftware>Foldback</GSpherical:StitchingSoftware>\
            <GSpherical:ProjectionType>equirectangular</GSpherical:ProjectionType>%s\
            </rdf:SphericalVideo>""";

    private SphericalTagger() {}

    /**
     * Copies {@code source} to {@code target} with what is to be said of it; spheres look ahead.
     *
     * @throws MediaException where the source is no MP4 with a picture track, or the copy cannot be written
     */
    public static void copyTagged(Path source, Path target, SphereTags tags) {
        copy(source, target, moov -> tag(source, moov, tags));
    }

    private static void copy(Path source, Path target, Consumer<Mp4Box> change) {
        try (FileChannel in = FileChannel.open(source, StandardOpenOption.READ);
                FileChannel out = FileChannel.open(
                        target,
                        StandardOpenOption.CREATE,
                        StandardOpenOption.TRUNCATE_EXISTING,
                        StandardOpenOption.WRITE)) {
            Layout layout = Layout.of(source, in);
            Mp4Box moov = Mp4Box.parse(read(in, layout.moovAt, layout.moovSize)).get(0);
            change.accept(moov);
            // What was before the media data shrinks to ftyp, and the tagged index takes its place.
            long shift = layout.ftypSize + moov.size() - layout.mdatAt;
            ChunkOffsets.shift(moov, shift);
            ByteArrayOutputStream head = new ByteArrayOutputStream();
            moov.write(head);
            writeAll(out, read(in, layout.ftypAt, layout.ftypSize));
            writeAll(out, ByteBuffer.wrap(head.toByteArray()));
            long left = layout.mdatSize;
            for (long at = layout.mdatAt; left > 0; ) {
                long moved = in.transferTo(at, left, out);
                at += moved;
                left -= moved;
            }
            out.force(true);
        } catch (IOException failed) {
            if (NoRoomException.isCauseOf(failed)) {
                throw new NoRoomException(target, failed);
            }
            throw new MediaException(
                    target,
                    target.getFileName() + " could not be written: " + failed.getMessage() + ". Try again.",
                    failed);
        } catch (IllegalArgumentException damaged) {
            throw new MediaException(
                    source, source.getFileName() + " is no complete MP4: " + damaged.getMessage(), damaged);
        }
    }

    private static void tag(Path source, Mp4Box moov, SphereTags tags) {
        if (tags.equals(SphereTags.NONE)) {
            return;
        }
        for (Mp4Box trak : moov.children) {
            Mp4Box entry = trak.type.equals("trak") ? sampleEntry(trak) : null;
            if (entry != null) {
                entry.children.removeIf(box -> box.type.equals("st3d") || box.type.equals("sv3d"));
                entry.children.add(Mp4Box.of("st3d", tags.stereoBox()));
                tags.boundsBox().ifPresent(bounds -> entry.children.add(sphere(bounds)));
                tags.words().ifPresent(words -> trak.children.add(Mp4Box.of("uuid", v1(words))));
                return;
            }
        }
        throw new MediaException(source, source.getFileName() + " has no picture track that could be tagged.");
    }

    private static Mp4Box sampleEntry(Mp4Box trak) {
        Mp4Box box = trak;
        for (String type : List.of("mdia", "minf", "stbl", "stsd")) {
            box = box == null ? null : box.child(type);
        }
        return box == null
                ? null
                : box.children.stream()
                        .filter(entry -> entry.head.length == 78)
                        .findFirst()
                        .orElse(null);
    }

    private static byte[] v1(String words) {
        byte[] xml = V1_XML.formatted(words).getBytes(StandardCharsets.UTF_8);
        return ByteBuffer.allocate(16 + xml.length).put(V1_UUID).put(xml).array();
    }

    private static Mp4Box sphere(byte[] bounds) {
        byte[] by = "\0\0\0\0Foldback\0".getBytes(StandardCharsets.US_ASCII);
        Mp4Box projection = new Mp4Box(
                "proj", new byte[0], List.of(Mp4Box.of("prhd", new byte[4 + 12]), Mp4Box.of("equi", bounds)));
        return new Mp4Box("sv3d", new byte[0], List.of(Mp4Box.of("svhd", by), projection));
    }

    private static ByteBuffer read(FileChannel in, long at, long size) throws IOException {
        ByteBuffer bytes = ByteBuffer.allocate(Math.toIntExact(size));
        while (bytes.hasRemaining() && in.read(bytes, at + bytes.position()) >= 0) {
            // until full
        }
        return bytes.flip();
    }

    private static void writeAll(FileChannel out, ByteBuffer bytes) throws IOException {
        while (bytes.hasRemaining()) {
            out.write(bytes);
        }
    }

    /** Where the three parts of a file lie. */
    private record Layout(long ftypAt, long ftypSize, long moovAt, long moovSize, long mdatAt, long mdatSize) {
        static Layout of(Path source, FileChannel in) throws IOException {
            long[] at = {-1, -1, -1};
            long[] sizes = new long[3];
            for (long position = 0; position + 8 <= in.size(); ) {
                ByteBuffer header = read(in, position, Math.min(16, in.size() - position));
                long size = header.getInt() & 0xffffffffL;
                byte[] name = new byte[4];
                header.get(name);
                size = size == 1 ? header.getLong() : size == 0 ? in.size() - position : size;
                if (size < 8) {
                    throw new IllegalArgumentException("a box has no length");
                }
                int part = List.of("ftyp", "moov", "mdat").indexOf(new String(name, StandardCharsets.ISO_8859_1));
                if (part >= 0 && at[part] < 0) {
                    at[part] = position;
                    sizes[part] = size;
                }
                position += size;
            }
            if (at[0] < 0 || at[1] < 0 || at[2] < 0) {
                throw new MediaException(source, source.getFileName() + " is no complete MP4.");
            }
            return new Layout(at[0], sizes[0], at[1], sizes[1], at[2], sizes[2]);
        }
    }
}
