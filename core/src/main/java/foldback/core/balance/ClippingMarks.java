package foldback.core.balance;

import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.SignalReader;

/**
 * Draws over a picture what is clipped in it: stripes to the right where the source had clipped it already, stripes to the left and of
 * another colour where only the correction does.
 */
public final class ClippingMarks {
    private static final double SOURCE = 0.985;
    private static final double OURS = 0.998;
    private static final int STRIPE = 4;
    /** Signals of red, green and blue that colour-blind people tell apart. */
    private static final double[] OF_SOURCE = {0.90, 0.45, 0.0};

    private static final double[] OF_OURS = {0.0, 0.35, 0.90};

    private ClippingMarks() {}

    /** How many pixels were clipped in the source, and how many by the correction alone. */
    public record Counts(long source, long ours) {}

    /**
     * Draws.
     *
     * @param source the picture without any correction, read
     * @param result the same with it, of the same format, size and tags; drawn on
     */
    public static Counts draw(Frame source, Frame result) {
        SignalReader plain = new SignalReader(source);
        SignalReader corrected = new SignalReader(result);
        double[] rgb = new double[3];
        long clipped = 0;
        long ours = 0;
        for (int y = 0; y < result.height(); y++) {
            for (int x = 0; x < result.width(); x++) {
                boolean inSource = brightest(plain, x, y, rgb) >= SOURCE;
                boolean here = brightest(corrected, x, y, rgb) >= OURS;
                if (inSource) {
                    clipped++;
                    mark(result, x, y, (x + y) / STRIPE % 2 == 0, OF_SOURCE);
                } else if (here) {
                    ours++;
                    mark(result, x, y, (x - y + result.height()) / STRIPE % 2 == 0, OF_OURS);
                }
            }
        }
        return new Counts(clipped, ours);
    }

    private static double brightest(SignalReader reader, int x, int y, double[] rgb) {
        reader.read(x, y, rgb);
        return Math.max(rgb[0], Math.max(rgb[1], rgb[2]));
    }

    private static void mark(Frame frame, int x, int y, boolean stripe, double[] rgb) {
        if (!stripe) {
            return;
        }
        ColourTags tags = frame.tags();
        int bits = frame.format().bits();
        int mid = 1 << (bits - 1);
        ColourTags.Matrix m = tags.matrix();
        double luma = m.red() * rgb[0] + m.green() * rgb[1] + m.blue() * rgb[2];
        frame.y().set(x, y, (int) Math.round(tags.black(bits) + luma * tags.lumaScale(bits)));
        if (x % 2 == 1 && y % 2 == 1) {
            double u = (rgb[2] - luma) / (2 * (1 - m.blue()));
            double v = (rgb[0] - luma) / (2 * (1 - m.red()));
            frame.u().set(x / 2, y / 2, (int) Math.round(mid + u * tags.chromaScale(bits)));
            frame.v().set(x / 2, y / 2, (int) Math.round(mid + v * tags.chromaScale(bits)));
        }
    }
}
