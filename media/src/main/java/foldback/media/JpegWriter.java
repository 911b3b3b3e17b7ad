package foldback.media;

import foldback.core.picture.Frame;
import foldback.core.picture.Plane;
import foldback.core.picture.PlaneRows;
import foldback.core.tone.Transfer;
import foldback.core.tone.Viewing;
import java.awt.Transparency;
import java.awt.color.ColorSpace;
import java.awt.image.BufferedImage;
import java.awt.image.ColorModel;
import java.awt.image.ComponentColorModel;
import java.awt.image.DataBuffer;
import java.awt.image.DataBufferByte;
import java.awt.image.Raster;
import java.awt.image.WritableRaster;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.stream.IntStream;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.stream.MemoryCacheImageOutputStream;

/** Turns frames into JPEG pictures for pages; not used on the way to deliverables. */
public final class JpegWriter {
    private JpegWriter() {}

    /** JPEG bytes of a 4:2:0 frame of 8 or 10 bits; {@code quality} 0 to 1. */
    public static byte[] encode(Frame frame, float quality) {
        ImageWriter writer = ImageIO.getImageWritersByFormatName("jpeg").next();
        ByteArrayOutputStream bytes = new ByteArrayOutputStream(1 << 18);
        try (MemoryCacheImageOutputStream out = new MemoryCacheImageOutputStream(bytes)) {
            ImageWriteParam settings = writer.getDefaultWriteParam();
            settings.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
            settings.setCompressionQuality(quality);
            writer.setOutput(out);
            writer.write(null, new IIOImage(toRgb(frame), null, null), settings);
        } catch (IOException impossible) {
            throw new IllegalStateException("memory can be written", impossible);
        } finally {
            writer.dispose();
        }
        return bytes.toByteArray();
    }

    /** An sRGB picture of a frame, through what makes its curve fit to be looked at; chroma is repeated. */
    static BufferedImage toRgb(Frame frame) {
        int width = frame.width();
        BufferedImage image = allocate(width, frame.height(), DataBuffer.TYPE_BYTE);
        byte[] pixels = ((DataBufferByte) image.getRaster().getDataBuffer()).getData();
        RgbFactors of = RgbFactors.of(frame, 255);
        Plane yPlane = frame.y();
        Plane uPlane = frame.u();
        Plane vPlane = frame.v();
        int shiftX = frame.format().chromaShiftX();
        int shiftY = frame.format().chromaShiftY();
        int[] shown = Viewing.table(Transfer.of(frame.tags().transfer()));
        IntStream.range(0, frame.height()).parallel().forEach(row -> {
            int at = 3 * row * width;
            int[] ys = row(yPlane, row);
            int[] us = row(uPlane, row >> shiftY);
            int[] vs = row(vPlane, row >> shiftY);
            for (int x = 0; x < width; x++) {
                float y = (ys[x] - of.black()) * of.luma() + 0.5f;
                int u = us[x >> shiftX] - of.mid();
                int v = vs[x >> shiftX] - of.mid();
                int red = clamp(y + of.redOfV() * v);
                int green = clamp(y + of.greenOfU() * u + of.greenOfV() * v);
                int blue = clamp(y + of.blueOfU() * u);
                boolean asItIs = shown.length == 0;
                pixels[at + 3 * x] = (byte) (asItIs ? red : shown[red]);
                pixels[at + 3 * x + 1] = (byte) (asItIs ? green : shown[green]);
                pixels[at + 3 * x + 2] = (byte) (asItIs ? blue : shown[blue]);
            }
        });
        return image;
    }

    /**
     * Room laid out as encoders take it: other layouts are turned into this one pixel by pixel, which takes as long as encoding.
     *
     * @param type of a sample, as {@link DataBuffer} names it
     */
    static BufferedImage allocate(int width, int height, int type) {
        ColorModel colours = new ComponentColorModel(
                ColorSpace.getInstance(ColorSpace.CS_sRGB), false, false, Transparency.OPAQUE, type);
        WritableRaster raster =
                Raster.createInterleavedRaster(type, width, height, 3 * width, 3, new int[] {0, 1, 2}, null);
        return new BufferedImage(colours, raster, false, null);
    }

    static int[] row(Plane plane, int row) {
        int[] values = new int[plane.width()];
        PlaneRows.read(plane, row, values);
        return values;
    }

    private static int clamp(float value) {
        return value <= 0 ? 0 : value >= 255 ? 255 : (int) value;
    }
}
