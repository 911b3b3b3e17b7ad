package foldback.media.tags;

import foldback.media.MediaException;
import foldback.media.NoRoomException;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/** ISO base media files (ISO/IEC 14496-12) with one track of Camera Motion Metadata and nothing else. */
public final class CammFile {
    private static final int MICROSECONDS = 1_000_000;
    private static final int UNITY = 0x00010000;

    private CammFile() {}

    /** A packet at a time, seconds. */
    public record Sample(double seconds, byte[] bytes) {}

    /**
     * Writes one, whose time begins with the first sample.
     *
     * @param samples in the order of their times
     * @throws MediaException where it cannot be written
     */
    public static void write(List<Sample> samples, Path file) {
        int[] gaps = gaps(samples);
        long length = 0;
        for (int gap : gaps) {
            length += gap;
        }
        Mp4Box type = Mp4Box.of("ftyp", text("isom\0\0\2\0isomiso2mp41"));
        ByteArrayOutputStream data = new ByteArrayOutputStream();
        samples.forEach(sample -> data.writeBytes(sample.bytes()));
        Mp4Box moov = parent(
                "moov",
                full("mvhd", movieHeader(length)),
                parent("trak", full("tkhd", trackHeader(length)), media(samples, gaps, length, type.size() + 8)));
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        type.write(out);
        Mp4Box.of("mdat", data.toByteArray()).write(out);
        moov.write(out);
        try {
            Files.write(file, out.toByteArray());
        } catch (IOException failed) {
            if (NoRoomException.isCauseOf(failed)) {
                throw new NoRoomException(file, failed);
            }
            throw new MediaException(file, file.getFileName() + " cannot be written. Choose another folder.", failed);
        }
    }

    /** How long each sample lasts; two at the same time are a microsecond apart, since a track's times rise. */
    private static int[] gaps(List<Sample> samples) {
        int[] gaps = new int[samples.size()];
        long at = 0;
        double begin = samples.get(0).seconds();
        for (int i = 0; i + 1 < gaps.length; i++) {
            long next = Math.max(at + 1, Math.round((samples.get(i + 1).seconds() - begin) * MICROSECONDS));
            gaps[i] = (int) (next - at);
            at = next;
        }
        gaps[gaps.length - 1] = 1;
        return gaps;
    }

    private static Mp4Box media(List<Sample> samples, int[] gaps, long length, long dataAt) {
        Mp4Box reference =
                parent("dref", new byte[] {0, 0, 0, 0, 0, 0, 0, 1}, Mp4Box.of("url ", new byte[] {0, 0, 0, 1}));
        Mp4Box entry = Mp4Box.of("camm", new byte[] {0, 0, 0, 0, 0, 0, 0, 1});
        Mp4Box table = parent(
                "stbl",
                parent("stsd", new byte[] {0, 0, 0, 0, 0, 0, 0, 1}, entry),
                full("stts", durations(gaps)),
                full("stsc", ints(1, 1, samples.size(), 1)),
                full("stsz", sizes(samples)),
                full("stco", ints(1, (int) dataAt)));
        ByteBuffer handler = ByteBuffer.allocate(4 + 4 + 12 + 5).putInt(0).put(text("meta"));
        handler.position(4 + 4 + 12);
        handler.put(text("CAMM\0"));
        return parent(
                "mdia",
                full("mdhd", ints(0, 0, MICROSECONDS, (int) length, 0x55c40000)),
                full("hdlr", handler.array()),
                parent("minf", full("nmhd", new byte[0]), parent("dinf", reference), table));
    }

    private static byte[] text(String letters) {
        return letters.getBytes(StandardCharsets.ISO_8859_1);
    }

    private static byte[] durations(int[] gaps) {
        ByteBuffer bytes = ByteBuffer.allocate(4 + 8 * gaps.length).putInt(gaps.length);
        for (int gap : gaps) {
            bytes.putInt(1).putInt(gap);
        }
        return bytes.array();
    }

    private static byte[] sizes(List<Sample> samples) {
        ByteBuffer bytes = ByteBuffer.allocate(8 + 4 * samples.size()).putInt(0).putInt(samples.size());
        samples.forEach(sample -> bytes.putInt(sample.bytes().length));
        return bytes.array();
    }

    private static byte[] movieHeader(long length) {
        ByteBuffer bytes = ByteBuffer.allocate(96);
        bytes.putInt(0).putInt(0).putInt(MICROSECONDS).putInt((int) length).putInt(UNITY);
        matrix(bytes.putShort((short) 0x100).position(bytes.position() + 10));
        bytes.position(92);
        return bytes.putInt(2).array();
    }

    private static byte[] trackHeader(long length) {
        ByteBuffer bytes = ByteBuffer.allocate(80);
        bytes.putInt(0).putInt(0).putInt(1).putInt(0).putInt((int) length);
        matrix(bytes.position(bytes.position() + 16));
        return bytes.array();
    }

    private static void matrix(ByteBuffer bytes) {
        for (int value : new int[] {UNITY, 0, 0, 0, UNITY, 0, 0, 0, 0x40000000}) {
            bytes.putInt(value);
        }
    }

    private static byte[] ints(int... values) {
        ByteBuffer bytes = ByteBuffer.allocate(4 * values.length);
        for (int value : values) {
            bytes.putInt(value);
        }
        return bytes.array();
    }

    /** With a version and flags before its content; a track's are that it is on. */
    private static Mp4Box full(String type, byte[] content) {
        ByteBuffer bytes = ByteBuffer.allocate(4 + content.length);
        bytes.putInt(type.equals("tkhd") ? 3 : 0).put(content);
        return Mp4Box.of(type, bytes.array());
    }

    private static Mp4Box parent(String type, Mp4Box... children) {
        return new Mp4Box(type, new byte[0], List.of(children));
    }

    private static Mp4Box parent(String type, byte[] head, Mp4Box... children) {
        return new Mp4Box(type, head, List.of(children));
    }
}
