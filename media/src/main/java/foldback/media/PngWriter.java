package foldback.media;

import foldback.core.picture.Frame;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import javax.imageio.ImageIO;

/** Turns frames into PNG pictures. */
public final class PngWriter {
    private PngWriter() {}

    /** Of 8 bits, as {@link JpegWriter} makes JPEG ones. */
    public static byte[] encode(Frame frame) {
        return encode(JpegWriter.toRgb(frame));
    }

    /** Of 16 bits, as {@link TiffWriter} makes TIFF ones. */
    public static byte[] encodeDeep(Frame frame) {
        return encode(DeepPicture.of(frame));
    }

    private static byte[] encode(BufferedImage picture) {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream(1 << 20);
        try {
            ImageIO.write(picture, "png", bytes);
        } catch (IOException impossible) {
            throw new IllegalStateException("memory can be written", impossible);
        }
        return bytes.toByteArray();
    }
}
