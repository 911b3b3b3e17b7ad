package foldback.media;

import foldback.core.picture.Frame;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import javax.imageio.ImageIO;

/** Turns frames into PNG pictures of 8 bits, as {@link JpegWriter} does into JPEG ones. */
public final class PngWriter {
    private PngWriter() {}

    public static byte[] encode(Frame frame) {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream(1 << 20);
        try {
            ImageIO.write(JpegWriter.toRgb(frame), "png", bytes);
        } catch (IOException impossible) {
            throw new IllegalStateException("memory can be written", impossible);
        }
        return bytes.toByteArray();
    }
}
