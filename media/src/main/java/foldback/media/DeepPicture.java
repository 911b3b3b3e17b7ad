package foldback.media;

import foldback.core.picture.Frame;
import foldback.core.picture.Plane;
import java.awt.image.BufferedImage;
import java.awt.image.DataBuffer;
import java.awt.image.DataBufferUShort;
import java.util.stream.IntStream;

/** Frames as pictures of 16 bits a sample, for other programs to go on with. */
final class DeepPicture {
    private static final float WHITE = 65535;
    /** Chroma lies between two rows of luma, and beside every other of its columns. */
    private static final double BETWEEN_ROWS = 0.5;

    private DeepPicture() {}

    /** The red, green and blue of a frame, its values as they are; chroma is interpolated between its samples. */
    static BufferedImage of(Frame frame) {
        int width = frame.width();
        BufferedImage image = JpegWriter.allocate(width, frame.height(), DataBuffer.TYPE_USHORT);
        short[] pixels = ((DataBufferUShort) image.getRaster().getDataBuffer()).getData();
        RgbFactors of = RgbFactors.of(frame, WHITE);
        IntStream.range(0, frame.height()).parallel().forEach(row -> {
            int[] ys = JpegWriter.row(frame.y(), row);
            float[] us = between(frame, frame.u(), row);
            float[] vs = between(frame, frame.v(), row);
            int at = 3 * row * width;
            for (int x = 0; x < width; x++) {
                float y = (ys[x] - of.black()) * of.luma();
                float u = us[x] - of.mid();
                float v = vs[x] - of.mid();
                pixels[at + 3 * x] = value(y + of.redOfV() * v);
                pixels[at + 3 * x + 1] = value(y + of.greenOfU() * u + of.greenOfV() * v);
                pixels[at + 3 * x + 2] = value(y + of.blueOfU() * u);
            }
        });
        return image;
    }

    /** Chroma at the places of a row of luma. */
    private static float[] between(Frame frame, Plane plane, int row) {
        int stepX = frame.format().chromaShiftX();
        int stepY = frame.format().chromaShiftY();
        double y = stepY == 0 ? row : (row - BETWEEN_ROWS) / 2;
        int above = (int) Math.floor(y);
        float below = (float) (y - above);
        int[] first = JpegWriter.row(plane, Math.max(0, above));
        int[] second = JpegWriter.row(plane, Math.min(plane.height() - 1, above + 1));
        float[] found = new float[frame.width()];
        for (int x = 0; x < found.length; x++) {
            int left = x >> stepX;
            int right = Math.min(plane.width() - 1, left + (x & stepX));
            float upper = (first[left] + first[right]) / 2f;
            float lower = (second[left] + second[right]) / 2f;
            found[x] = upper + below * (lower - upper);
        }
        return found;
    }

    private static short value(float value) {
        return (short) Math.round(Math.max(0, Math.min(WHITE, value)));
    }
}
