package foldback.media;

import foldback.core.picture.Frame;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Optional;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageTypeSpecifier;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.metadata.IIOMetadata;
import javax.imageio.plugins.tiff.TIFFDirectory;
import javax.imageio.plugins.tiff.TIFFField;
import javax.imageio.plugins.tiff.TIFFTag;
import javax.imageio.stream.MemoryCacheImageOutputStream;

/** Turns frames into TIFF pictures of 16 bits a sample, packed without loss. */
public final class TiffWriter {
    private static final String PACKING = "ZLib";
    /** The field that TIFF has for an XMP packet. */
    private static final TIFFTag XMP = new TIFFTag("XMP", 700, 1 << TIFFTag.TIFF_BYTE);

    private TiffWriter() {}

    /**
     * A file.
     *
     * @param packet what it says of itself, as XMP; none for nothing
     */
    public static byte[] encode(Frame frame, Optional<byte[]> packet) {
        BufferedImage picture = DeepPicture.of(frame);
        ImageWriter writer = ImageIO.getImageWritersByFormatName("tiff").next();
        ByteArrayOutputStream bytes = new ByteArrayOutputStream(1 << 20);
        try (MemoryCacheImageOutputStream out = new MemoryCacheImageOutputStream(bytes)) {
            ImageWriteParam settings = writer.getDefaultWriteParam();
            settings.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
            settings.setCompressionType(PACKING);
            IIOMetadata says =
                    writer.getDefaultImageMetadata(ImageTypeSpecifier.createFromRenderedImage(picture), settings);
            if (packet.isPresent()) {
                TIFFDirectory directory = TIFFDirectory.createFromMetadata(says);
                directory.addTIFFField(new TIFFField(XMP, TIFFTag.TIFF_BYTE, packet.get().length, packet.get()));
                says = directory.getAsMetadata();
            }
            writer.setOutput(out);
            writer.write(null, new IIOImage(picture, null, says), settings);
        } catch (IOException impossible) {
            throw new IllegalStateException("memory can be written", impossible);
        } finally {
            writer.dispose();
        }
        return bytes.toByteArray();
    }
}
