package foldback.media.tags;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.zip.CRC32;

/**
 * Says of a JPEG or PNG picture that it is a whole sphere, in the open way that viewers of panoramas read: an XMP packet with the names of the
 * GPano schema, in an APP1 segment or an iTXt chunk.
 */
public final class PanoramaTags {
    private static final byte[] JPEG_NAME = "http://ns.adobe.com/xap/1.0/\0".getBytes(StandardCharsets.US_ASCII);
    private static final byte[] PNG_NAME = "XML:com.adobe.xmp\0\0\0\0\0".getBytes(StandardCharsets.US_ASCII);
    private static final int JPEG_START = 2;
    private static final int PNG_HEAD = 8 + 25;

    private PanoramaTags() {}

    /** The packet by itself, for formats that have a place for it. */
    public static byte[] packet(int width, int height) {
        return """
                <?xpacket begin="\uFEFF" id="W5M0MpCehiHzreSzNTczkc9d"?>\
                <x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#">\
                <rdf:Description rdf:about="" xmlns:GPano="http://ns.google.com/photos/1.0/panorama/" \
                GPano:UsePanoramaViewer="True" GPano:ProjectionType="equirectangular" \
                GPano:CroppedAreaLeftPixels="0" GPano:CroppedAreaTopPixels="0" \
                GPano:CroppedAreaImageWidthPixels="%1$d" GPano:CroppedAreaImageHeightPixels="%2$d" \
                GPano:FullPanoWidthPixels="%1$d" GPano:FullPanoHeightPixels="%2$d" \
                GPano:PoseHeadingDegrees="0"/></rdf:RDF></x:xmpmeta><?xpacket end="r"?>""".formatted(width, height).getBytes(StandardCharsets.UTF_8);
    }

    /** The JPEG file with its packet behind its head. */
    public static byte[] ofJpeg(byte[] file, int width, int height) {
        byte[] packet = packet(width, height);
        ByteBuffer segment = ByteBuffer.allocate(4 + JPEG_NAME.length + packet.length)
                .putShort((short) 0xFFE1)
                .putShort((short) (2 + JPEG_NAME.length + packet.length))
                .put(JPEG_NAME)
                .put(packet);
        // The segment of JFIF stands first wherever there is one.
        boolean jfif = (file[JPEG_START + 1] & 0xff) == 0xE0;
        int length = (file[JPEG_START + 2] & 0xff) << 8 | file[JPEG_START + 3] & 0xff;
        return inserted(file, jfif ? JPEG_START + 2 + length : JPEG_START, segment.array());
    }

    /** The PNG file with its packet behind its first chunk. */
    public static byte[] ofPng(byte[] file, int width, int height) {
        byte[] packet = packet(width, height);
        ByteBuffer chunk = ByteBuffer.allocate(12 + PNG_NAME.length + packet.length)
                .putInt(PNG_NAME.length + packet.length)
                .put("iTXt".getBytes(StandardCharsets.US_ASCII))
                .put(PNG_NAME)
                .put(packet);
        CRC32 sum = new CRC32();
        sum.update(chunk.array(), 4, 4 + PNG_NAME.length + packet.length);
        chunk.putInt((int) sum.getValue());
        return inserted(file, PNG_HEAD, chunk.array());
    }

    private static byte[] inserted(byte[] file, int at, byte[] part) {
        ByteArrayOutputStream out = new ByteArrayOutputStream(file.length + part.length);
        out.write(file, 0, at);
        out.writeBytes(part);
        out.write(file, at, file.length - at);
        return out.toByteArray();
    }
}
